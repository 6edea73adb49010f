<script setup lang="ts">
import { formatBit, parseLength } from '#core/measure/length'
import { hasBit, INCH_BITS_MM, METRIC_BITS_MM } from '#core/reference/bits'

/** The drill bits there are: mends choose dowels, plugs and pilots from these. */
const { settings, errors, keep, refused } = useShopForm()
const { units } = useUnits()
const typed = ref('')

const bits = computed(() => [...settings.value.bitsMm].sort((a, b) => a - b))
const put = (bitsMm: readonly number[]) =>
  keep('bits', { do: 'set', field: 'bitsMm', value: [...new Set(bitsMm)].sort((a, b) => a - b) })
const takeOut = (mm: number) => put(bits.value.filter(b => b !== mm))
const withAll = (more: readonly number[]) => put([...bits.value, ...more.filter(mm => !hasBit(bits.value, mm))])

async function add(): Promise<void> {
  const read = parseLength(typed.value, units.value)
  if (!read.ok) refused('bits', read.issues[0]!.message)
  else if (await withAll([read.value.mm])) typed.value = ''
}
</script>

<template>
  <ShopSection id="bits" heading="Bits in the drawer">
    <p class="small soft">
      Dowels, plugs and pilots are chosen so that there is a bit for each. Press one to take it out.
    </p>
    <div class="chips" role="group" aria-labelledby="bits">
      <FieldChipButton
        v-for="mm in bits"
        :key="mm"
        plain
        :label="formatBit(mm)"
        :aria-label="`Take out the bit of ${formatBit(mm)}`"
        @click="takeOut(mm)"
      />
    </div>
    <form class="row" @submit.prevent="add">
      <UFormField label="Another bit" :error="errors.bits || false">
        <UInput v-model="typed" class="w-32" :placeholder="units === 'in' ? '3/8' : '7.5'" />
      </UFormField>
      <FieldKeyButton slim type="submit" label="Put it in" />
      <FieldKeyButton slim label="All metric" @click="withAll(METRIC_BITS_MM)" />
      <FieldKeyButton slim label="All in inches" @click="withAll(INCH_BITS_MM)" />
    </form>
  </ShopSection>
</template>

<style scoped>
.row {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: end;
}
</style>
