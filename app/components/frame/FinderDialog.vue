<script setup lang="ts">
/** One field that finds whatever is meant. `term` may hold what was typed before the field was there. */
const open = defineModel<boolean>('open', { required: true })
const term = defineModel<string>('term', { required: true })
const groups = useFinds(term, open)
</script>

<template>
  <UModal v-model:open="open" title="Find" description="A piece, a joint, a mend, a glue, a setting or an action">
    <template #content>
      <UCommandPalette
        v-model:search-term="term"
        :groups="groups"
        placeholder="Find a piece, a joint, a mend, a glue, a setting or an action"
        class="h-96"
      />
    </template>
  </UModal>
</template>
