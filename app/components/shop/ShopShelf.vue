<script setup lang="ts">
import { GLUES, type GlueId } from '#core/reference/glues'

/** The glues there are. */
const { settings, errors, keep } = useShopForm()
const toggleGlue = (id: GlueId) => keep('shelf', { do: 'shelve', glue: id, on: !settings.value.shelf.includes(id) })
</script>

<template>
  <ShopSection id="shelf" heading="Glues on the shelf">
    <div class="chips" role="group" aria-labelledby="shelf">
      <FieldChipButton
        v-for="g in GLUES"
        :key="g.id"
        plain
        :label="g.label"
        :pressed="settings.shelf.includes(g.id)"
        @click="toggleGlue(g.id)"
      />
    </div>
    <FieldRefusal :text="errors.shelf" />
    <p class="small soft">Figures are typical for each family. The label on the bottle overrules them.</p>
  </ShopSection>
</template>
