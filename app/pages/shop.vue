<script setup lang="ts">
import { parseTemperatureC } from '#core/measure/temperature'
import { parseLength } from '#core/measure/length'
import { CLAMPS, type ClampTypeId } from '#core/reference/clamps'
import { GLUES, type GlueId } from '#core/reference/glues'
import type { ShopChange } from '#core/reference/shop-change'
import type { RackRow, Room, Shop } from '#core/reference/shop-settings'
import { newId } from '~/composables/useDevice'

useHead({ title: 'Shop · Arreglo' })
const { settings, errors, keep, number } = useShopForm()
const { len, units, quantity } = useUnits()
const { keysOn } = storeToRefs(useDevice())

function temperature(key: 'nowC' | 'tonightC', text: string): void {
  const read = parseTemperatureC(text)
  if (!read.ok) errors.value = { ...errors.value, [key]: read.issues[0]!.message }
  else void keep(key, { do: 'set-climate', climate: { [key]: read.value } })
}
function hours(key: 'opensMin' | 'closesMin', text: string): void {
  const m = /^(\d{1,2}):(\d{2})$/.exec(text)
  if (m) void keep(key, { do: 'set', field: key, value: Number(m[1]) * 60 + Number(m[2]) })
}
const clock = (min: number) => `${String(Math.floor(min / 60)).padStart(2, '0')}:${String(min % 60).padStart(2, '0')}`
const inRoom = (id: string, change: Partial<Omit<Room, 'id'>>): ShopChange => ({ do: 'change-room', id, change })
function roomTemperature(id: string, key: 'dayC' | 'nightC', text: string): void {
  const read = parseTemperatureC(text)
  const field = `${key === 'dayC' ? 'day' : 'night'}-${id}`
  if (!read.ok) errors.value = { ...errors.value, [field]: read.issues[0]!.message }
  else void keep(field, inRoom(id, { [key]: read.value }))
}
const onRack = (id: string, change: Partial<Omit<RackRow, 'id'>>): ShopChange => ({ do: 'change-clamps', id, change })
function opening(row: RackRow, text: string): void {
  const read = parseLength(text, units.value)
  if (!read.ok) errors.value = { ...errors.value, [`opening-${row.id}`]: read.issues[0]!.message }
  else void keep(`opening-${row.id}`, onRack(row.id, { openingMm: read.value.mm }))
}
const value = typedIn
const toggleGlue = (id: GlueId) => keep('shelf', { do: 'shelve', glue: id, on: !settings.value.shelf.includes(id) })
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
const offlineWords = isSecureContext
  ? 'Pages open here without the server too, and what is entered waits until it is back.'
  : 'Over plain http a page cannot be opened without the server; one that is open works on, and what is entered waits until it is back.'
const WEEKDAYS = ['Sunday', 'Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday'].map((label, value) => ({
  label,
  value,
}))
const RACK = [
  { id: 'kind', label: 'Kind' },
  { id: 'count', label: 'How many' },
  { id: 'opening', label: 'Opens to' },
  { id: 'force', label: 'Pulls' },
  { id: 'off', label: '' },
]
function pullOf({ type }: RackRow): string {
  const [value, high] = CLAMPS.find(c => c.id === type)!.forceKn
  return quantity({ value, high, unit: 'kN' })
}
const CLAMP_ITEMS = CLAMPS.map(c => ({ label: c.label, value: c.id }))
</script>

<template>
  <main class="shop">
    <h1>The shop, as the plans see it</h1>
    <section aria-labelledby="climate">
      <h2 id="climate">Climate</h2>
      <div class="line">
        <label for="now-c">Wood and air now, °C</label>
        <UInput
          id="now-c"
          :model-value="settings.climate.nowC.toFixed(1)"
          class="w-32"
          :aria-invalid="Boolean(errors.nowC)"
          @change="(e: Event) => temperature('nowC', value(e))"
        /><span v-if="errors.nowC" class="field-error" role="alert">{{ errors.nowC }}</span>
      </div>
      <div class="line">
        <label for="rh">Humidity, %</label>
        <UInput
          id="rh"
          :model-value="settings.climate.nowRhPct.toFixed(0)"
          class="w-32"
          :aria-invalid="Boolean(errors.rh)"
          @change="(e: Event) => number('rh', value(e), n => ({ do: 'set-climate', climate: { nowRhPct: n } }))"
        /><span v-if="errors.rh" class="field-error" role="alert">{{ errors.rh }}</span>
      </div>
      <div class="line">
        <label for="night-c">Lowest tonight, °C</label>
        <UInput
          id="night-c"
          :model-value="settings.climate.tonightC.toFixed(1)"
          class="w-32"
          :aria-invalid="Boolean(errors.tonightC)"
          @change="(e: Event) => temperature('tonightC', value(e))"
        /><span v-if="errors.tonightC" class="field-error" role="alert">{{ errors.tonightC }}</span>
      </div>
    </section>
    <section aria-labelledby="rooms">
      <h2 id="rooms">Rooms it can be carried to</h2>
      <p class="small soft">
        What is in clamps can cure in a warmer room than the bench’s. A plan that stops for cold offers these.
      </p>
      <ul v-if="settings.rooms.length > 0" class="rooms">
        <li v-for="room in settings.rooms" :key="room.id">
          <UFormField label="Name" :error="errors[`name-${room.id}`] || false">
            <UInput
              :model-value="room.name"
              class="w-44"
              @change="(e: Event) => keep(`name-${room.id}`, inRoom(room.id, { name: value(e) }))"
            />
          </UFormField>
          <UFormField label="By day, °C" :error="errors[`day-${room.id}`] || false">
            <UInput
              :model-value="room.dayC.toFixed(1)"
              class="w-24"
              @change="(e: Event) => roomTemperature(room.id, 'dayC', value(e))"
            />
          </UFormField>
          <UFormField label="Lowest by night, °C" :error="errors[`night-${room.id}`] || false">
            <UInput
              :model-value="room.nightC.toFixed(1)"
              class="w-24"
              @change="(e: Event) => roomTemperature(room.id, 'nightC', value(e))"
            />
          </UFormField>
          <FieldChipButton
            label="take off"
            :aria-label="`Take off ${room.name}`"
            @click="keep('rooms', { do: 'remove-room', id: room.id })"
          />
        </li>
      </ul>
      <FieldKeyButton
        slim
        label="Add a room"
        @click="
          keep('rooms', {
            do: 'add-room',
            room: { id: `room-${newId().slice(0, 8)}`, name: 'Warm room', dayC: 20, nightC: 18 },
          })
        "
      />
      <span v-if="errors.rooms" class="field-error" role="alert">{{ errors.rooms }}</span>
    </section>
    <section aria-labelledby="way">
      <h2 id="way">How you work</h2>
      <div class="line">
        <label for="shop-name">Name</label>
        <UInput
          id="shop-name"
          :model-value="settings.name"
          class="w-72"
          @change="(e: Event) => keep('name', { do: 'set', field: 'name', value: value(e) })"
        />
      </div>
      <div class="line">
        <label for="school">Manner of work</label>
        <PickOne
          id="school"
          :model-value="settings.school"
          :items="SCHOOL_ITEMS"
          @update:model-value="keep('school', { do: 'set', field: 'school', value: $event as Shop['school'] })"
        /><span class="small soft">{{ SCHOOL_WORDS[settings.school] }}</span>
      </div>
      <div class="line">
        <label for="hands">Pairs of hands at a glue-up</label>
        <UInput
          id="hands"
          :model-value="String(settings.hands)"
          class="w-20"
          :aria-invalid="Boolean(errors.hands)"
          @change="(e: Event) => number('hands', value(e), n => ({ do: 'set', field: 'hands', value: n }))"
        /><span v-if="errors.hands" class="field-error" role="alert">{{ errors.hands }}</span>
      </div>
      <div class="line">
        <label for="opens">Opens, closes</label>
        <span class="chips">
          <UInput
            id="opens"
            type="time"
            :model-value="clock(settings.opensMin)"
            class="w-32"
            @change="(e: Event) => hours('opensMin', value(e))" />
          <UInput
            type="time"
            aria-label="Closes"
            :model-value="clock(settings.closesMin)"
            class="w-32"
            @change="(e: Event) => hours('closesMin', value(e))" /></span>
        <span v-if="errors.closesMin || errors.opensMin" class="field-error" role="alert">{{
          errors.closesMin || errors.opensMin
        }}</span>
      </div>
      <div class="line">
        <label for="days-off">Days off</label>
        <USelectMenu
          id="days-off"
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
        <span v-if="errors.daysOff" class="field-error" role="alert">{{ errors.daysOff }}</span>
      </div>
    </section>
    <section aria-labelledby="device">
      <h2 id="device">This device</h2>
      <div class="line">
        <span id="keys-label">Single-letter keys</span><USwitch v-model="keysOn" aria-labelledby="keys-label" />
      </div>
      <p class="small soft">Units, keys and lamp are each device’s own. {{ offlineWords }}</p>
    </section>
    <section aria-labelledby="rack">
      <h2 id="rack">Clamps on the rack</h2>
      <FieldTable label="Clamps on the rack" class="rack" :columns="RACK" :rows="settings.rack" :id-of="r => r.id">
        <template #kind="{ row }">
          <PickOne
            :model-value="row.type"
            :items="CLAMP_ITEMS"
            :aria-label="`Kind of clamp`"
            @update:model-value="keep(`type-${row.id}`, onRack(row.id, { type: $event as ClampTypeId }))"
          />
        </template>
        <template #count="{ row }">
          <UInput
            :model-value="String(row.count)"
            class="w-20"
            aria-label="How many"
            @change="(e: Event) => number(`count-${row.id}`, value(e), n => onRack(row.id, { count: n }))"
          /><span v-if="errors[`count-${row.id}`]" class="field-error" role="alert">{{
            errors[`count-${row.id}`]
          }}</span>
        </template>
        <template #opening="{ row }">
          <UInput
            :model-value="len(row.openingMm)"
            class="w-32"
            aria-label="Opens to"
            @change="(e: Event) => opening(row, value(e))"
          /><span v-if="errors[`opening-${row.id}`]" class="field-error" role="alert">{{
            errors[`opening-${row.id}`]
          }}</span>
        </template>
        <template #force="{ row }">
          <span class="measure">{{ pullOf(row) }}</span>
        </template>
        <template #off="{ row }">
          <FieldChipButton
            label="take off"
            :aria-label="`Take off ${row.type}`"
            @click="keep('rack', { do: 'remove-clamps', id: row.id })"
          />
        </template>
      </FieldTable>
      <FieldKeyButton
        slim
        label="Add clamps"
        @click="keep('rack', { do: 'add-clamps', row: { id: newId().slice(0, 8), type: 'screw-bar-light', count: 2, openingMm: 600 } })"
      />
    </section>
    <section aria-labelledby="shelf">
      <h2 id="shelf">Glues on the shelf</h2>
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
      <span v-if="errors.shelf" class="field-error" role="alert">{{ errors.shelf }}</span>
      <p class="small soft">Figures are typical for each family. The label on the bottle overrules them.</p>
    </section>
    <ShopBitDrawer />
    <ShopWoodStore />
    <ShopPriceList />
    <ShopReleaseWays />
    <ShopWorkshopNetwork />
    <ShopDataCopies />
    <ShopEraseCustomer />
    <section aria-labelledby="instruments">
      <h2 id="instruments">Instruments</h2>
      <p>
        A digital caliper that types like a keyboard goes into the size under the cursor; so does what
        <NuxtLink to="/caliper" class="key-link">the caliper to try things with</NuxtLink> sends.
      </p>
    </section>
  </main>
</template>

<style scoped>
.rooms {
  display: grid;
  gap: 8px;
}
.rooms li {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 14px;
  align-items: end;
}
.key-link {
  text-decoration: underline;
  text-underline-offset: 3px;
}
.shop {
  padding: 22px 24px 40px;
  max-width: 980px;
  display: grid;
  gap: 22px;
}
section {
  display: grid;
  gap: 9px;
  border-top: 1px solid var(--rule);
  padding-top: 12px;
  justify-items: start;
}
.rack {
  justify-self: stretch;
}
.line {
  display: grid;
  grid-template-columns: 210px auto 1fr;
  gap: 4px 14px;
  align-items: center;
  width: 100%;
  justify-items: start;
}
@media (max-width: 640px) {
  .line {
    grid-template-columns: 1fr;
  }
}
</style>
