<script setup lang="ts">
import type { Shop } from '#core/reference/shop-settings'

/** Who works here, when, and in what manner. */
const { settings, errors, keep, refused } = useShopForm()
async function hours(key: 'opensMin' | 'closesMin', text: string): Promise<boolean> {
  const m = /^(\d{1,2}):(\d{2})$/.exec(text)
  return m
    ? await keep(key, { do: 'set', field: key, value: Number(m[1]) * 60 + Number(m[2]) })
    : refused(key, 'Type the hour and the minute such as 08:00.')
}
const clock = (min: number) => `${String(Math.floor(min / 60)).padStart(2, '0')}:${String(min % 60).padStart(2, '0')}`
const SCHOOL_ITEMS = [
  { label: 'conserve first', value: 'conserve' },
  { label: 'everyday shop', value: 'everyday' },
  { label: 'strength first', value: 'strength' },
]
const SCHOOL_WORDS = {
  conserve: 'Protein glue everywhere, as little opened as possible, nothing that cannot be undone.',
  everyday: 'PVA on tight joints of modern pieces, protein glue on old ones, what is loose and in the way is opened.',
  strength: 'The strongest joint that can be made, new dowels where there is doubt.',
} as const
const WEEKDAYS = ['Sunday', 'Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday'].map((label, value) => ({
  label,
  value,
}))
</script>

<template>
  <ShopSection id="way" heading="How you work">
    <FieldLine label="Name" :error="errors.name">
      <FieldEntry
        :value="settings.name"
        class="w-72"
        :take="text => keep('name', { do: 'set', field: 'name', value: text })"
      />
    </FieldLine>
    <FieldLine label="Manner of work" :note="SCHOOL_WORDS[settings.school]" :error="errors.school">
      <PickOne
        :model-value="settings.school"
        :items="SCHOOL_ITEMS"
        @update:model-value="keep('school', { do: 'set', field: 'school', value: $event as Shop['school'] })"
      />
    </FieldLine>
    <FieldLine label="Pairs of hands at a glue-up" :error="errors.hands">
      <FieldCount
        name="Pairs of hands at a glue-up"
        :value="settings.hands"
        @take="hands => keep('hands', { do: 'set', field: 'hands', value: hands })"
      />
    </FieldLine>
    <FieldLine label="Opens" :error="errors.opensMin">
      <FieldEntry
        type="time"
        :value="clock(settings.opensMin)"
        class="w-32"
        :take="text => hours('opensMin', text)"
      />
    </FieldLine>
    <FieldLine label="Closes" :error="errors.closesMin">
      <FieldEntry
        type="time"
        :value="clock(settings.closesMin)"
        class="w-32"
        :take="text => hours('closesMin', text)"
      />
    </FieldLine>
    <FieldLine label="Days off" :error="errors.daysOff">
      <USelectMenu
        multiple
        :search-input="false"
        value-key="value"
        :items="WEEKDAYS"
        :model-value="settings.daysOff ?? []"
        placeholder="none"
        class="w-72"
        @update:model-value="
          (days: number[]) => keep('daysOff', { do: 'set', field: 'daysOff', value: [...days].sort() })
        "
      />
    </FieldLine>
  </ShopSection>
</template>
