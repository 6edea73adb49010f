<script setup lang="ts">
import type { Fault } from '#core/piece/schema'

/** Wood that is lost: its length, width and depth. */
const { fault } = defineProps<{ fault: Extract<Fault, { kind: 'loss' }> }>()
const { take } = useFault(() => fault)
</script>

<template>
  <div class="fields">
    <slot />
    <LengthField dense label="Length" :value="fault.lengthMm" :take="take('lengthMm')" />
    <LengthField
      dense
      label="Width"
      :value="fault.widthMm"
      :take="take('widthMm')"
    />
    <LengthField dense label="Depth" :value="fault.depthMm" :take="take('depthMm')" />
  </div>
</template>
