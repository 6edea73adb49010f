<script setup lang="ts">
import type { ShopChange } from '#core/reference/shop-change'
import type { Room } from '#core/reference/shop-settings'
import { newId } from '~/composables/useDevice'

/** Other rooms what is in clamps can be carried to, and how warm they are. */
const { settings, errors, keep, temperature } = useShopForm()
const { degrees, warmth } = useUnits()
const inRoom = (id: string, change: Partial<Omit<Room, 'id'>>): ShopChange => ({ do: 'change-room', id, change })
</script>

<template>
  <ShopSection id="rooms" heading="Rooms it can be carried to">
    <p class="small soft">
      What is in clamps can cure in a warmer room than the bench’s. A plan that stops for cold offers these.
    </p>
    <ul v-if="settings.rooms.length > 0" class="rooms">
      <li v-for="room in settings.rooms" :key="room.id">
        <UFormField label="Name" :error="errors[`name-${room.id}`] || false">
          <FieldEntry
            :value="room.name"
            class="w-44"
            :take="text => keep(`name-${room.id}`, inRoom(room.id, { name: text }))"
          />
        </UFormField>
        <UFormField :label="`By day, ${degrees}`" :error="errors[`day-${room.id}`] || false">
          <FieldEntry
            :value="warmth(room.dayC)"
            class="w-24"
            :take="text => temperature(`day-${room.id}`, text, c => inRoom(room.id, { dayC: c }))"
          />
        </UFormField>
        <UFormField :label="`Lowest by night, ${degrees}`" :error="errors[`night-${room.id}`] || false">
          <FieldEntry
            :value="warmth(room.nightC)"
            class="w-24"
            :take="text => temperature(`night-${room.id}`, text, c => inRoom(room.id, { nightC: c }))"
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
    <FieldRefusal :text="errors.rooms" />
  </ShopSection>
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
</style>
