<script setup lang="ts">
import { lineName, type Plan } from '#core/plan'
import type { Piece } from '#core/piece/schema'
import { glueNamed } from '#core/reference/glues'

/** Lines of the plan that take another glue than the rest, each glue with where it goes and how it comes undone. */
const { plan, piece } = defineProps<{ plan: Plan, piece: Piece }>()
const { text } = useUnits()
const others = computed(() => {
  const lines = plan.glue.lines.filter(l => l.glue !== plan.glue.chosen?.glue.id)
  return [...new Set(lines.map(l => l.glue))].map(id => ({
    glue: glueNamed(id),
    where: lines
      .filter(l => l.glue === id)
      .map(l => text(lineName(piece, plan, l.id)))
      .join('; '),
  }))
})
</script>

<template>
  <p v-for="o in others" :key="o.glue.id">
    <strong>{{ o.glue.label }}</strong> in {{ o.where }}; comes undone with {{ o.glue.undoBy }}.
  </p>
</template>
