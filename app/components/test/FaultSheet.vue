<script setup lang="ts">
import { readBreak } from '#core/condition/breaks'
import { wormAdvice } from '#core/condition/fault-words'
import { datumEnd, sideName } from '#core/piece/ends'
import { axisLengthMm } from '#core/piece/geometry'
import { partOf } from '#core/piece/facts'
import { measured, type Measured } from '#core/measure/measured'
import { fail } from '#core/measure/result'
import type { Fault } from '#core/piece/schema'
import {
  BREAK_SURFACES,
  HOLDS,
  LIVE,
  METALS,
  OLD_GLUES,
  PARTINGS,
  REGISTERS,
  RUNS_OUT,
  THROUGH,
} from '#core/piece/words'
import { jointName } from '#core/piece/names'

/** One fault, looked at: where it is, how it lies, what passes through it, and what that makes of it. */
const { fault } = defineProps<{ fault: Fault }>()
const store = usePiece()
const { piece } = storeToRefs(store)
const selection = useSelection()
const { text } = useUnits()
const part = computed(() => partOf(piece.value!, fault.part))
const total = computed(() => axisLengthMm(part.value))
const from = computed(() => datumEnd(piece.value!, part.value))
const reading = computed(() => (fault.kind === 'break' ? readBreak(piece.value!, fault) : null))
const joints = computed(() => piece.value!.joints.filter(j => j.enters === fault.part || j.receives === fault.part))

/** As it is now: two fields may be left in one breath, before this is drawn anew. */
const latest = () => piece.value!.faults.find(f => f.id === fault.id) ?? fault
const change = (next: Fault) => store.tell({ do: 'change-fault', fault: next })
/** A change of one fact; the kind of fault stays what it is. */
const put = (facts: Partial<Record<string, unknown>>) => change({ ...latest(), ...facts } as Fault)
const take = (key: string) => (m: Measured) => put({ [key]: m })
const lift = (key: string) => () => {
  put({ [key]: null })
}
/** For what is left out where nobody has looked. */
const drop = (key: string) => () => {
  const { [key as never]: _dropped, ...rest } = latest()
  change(rest as Fault)
}
const moveTo = (m: Measured) =>
  m.value <= total.value
    ? put({ along: m.value / total.value })
    : fail('off_the_part', `The part is ${Math.round(total.value)} mm long: it cannot be more.`)
const items = (ids: readonly string[]) =>
  ids.map(value => ({ label: value === 'pva' ? 'PVA' : value.replaceAll('-', ' '), value }))
function toggleThrough(what: (typeof THROUGH)[number]): void {
  const now = latest()
  if (now.kind === 'break') {
    put({ through: now.through.includes(what) ? now.through.filter(t => t !== what) : [...now.through, what] })
  }
}
/** Joints whose tenon sits in this part: what a break can run through, and a split cross. */
const sockets = computed(() => piece.value!.joints.filter(j => j.receives === fault.part))
function toggleCrossed(joint: string): void {
  const now = latest()
  if (now.kind === 'split') {
    put({ crosses: now.crosses.includes(joint) ? now.crosses.filter(c => c !== joint) : [...now.crosses, joint] })
  }
}
/** The four sides of a part, degrees round from its width; a fault lies on the nearest. */
const QUARTERS = [0, 90, 180, -90]
const quarterOf = (deg: number) => QUARTERS[((Math.round(deg / 90) % 4) + 4) % 4]!
const PARTING_LABELS = { 'not-seen': 'not looked', 'apart': 'in two pieces', 'hangs': 'hangs by fibres' } as const
const RUNS_OUT_LABELS = { 'not-seen': 'not looked', 'yes': 'runs out', 'no': 'ends found' } as const
const partingItems = PARTINGS.map(value => ({ label: PARTING_LABELS[value], value }))
const runsOutItems = RUNS_OUT.map(value => ({ label: RUNS_OUT_LABELS[value], value }))
function remove(): void {
  store.tell({ do: 'remove-fault', fault: fault.id })
  selection.release()
}
</script>

<template>
  <div v-if="piece" class="sheet">
    <div class="fields">
      <LengthField dense :label="`From its ${from}`" :value="measured(fault.along * total)" :take="moveTo" />
      <template v-if="fault.kind === 'break'">
        <LengthField
          dense
          label="Slope of the break"
          unit="deg"
          :value="fault.angleDeg"
          :take="take('angleDeg')"
          hint="90 straight across, 15 a long slant"
        />
        <LengthField
          dense
          label="Across the grain by"
          unit="deg"
          :value="fault.fibreDeg"
          :take="take('fibreDeg')"
          :clear="lift('fibreDeg')"
          hint="0 along it, 90 right across it"
        />
        <LengthField
          dense
          label="Gap when pressed"
          :value="fault.gapMm"
          :take="take('gapMm')"
          :clear="lift('gapMm')"
          hint="0 if it closes"
        />
        <LengthField
          dense
          label="How much is missing"
          unit="%"
          :value="fault.lostPct"
          :take="take('lostPct')"
          :clear="lift('lostPct')"
          hint="of its face"
        />
      </template>
      <template v-else-if="fault.kind === 'split'">
        <LengthField dense label="Length" :value="fault.lengthMm" :take="take('lengthMm')" /><LengthField
          dense
          label="Stands open"
          :value="fault.openMm"
          :take="take('openMm')"
          :clear="lift('openMm')"
        />
      </template>
      <template v-else-if="fault.kind === 'worm'">
        <LengthField dense label="Over a length of" :value="fault.lengthMm" :take="take('lengthMm')" /><LengthField
          dense
          label="Section lost"
          unit="%"
          :value="fault.lostPct"
          :take="take('lostPct')"
          :clear="lift('lostPct')"
          hint="by probing, per cent"
        />
      </template>
      <template v-else-if="fault.kind === 'loss'">
        <LengthField dense label="Length" :value="fault.lengthMm" :take="take('lengthMm')" /><LengthField
          dense
          label="Width"
          :value="fault.widthMm"
          :take="take('widthMm')"
        /><LengthField dense label="Depth" :value="fault.depthMm" :take="take('depthMm')" />
      </template>
    </div>
    <BreakPicture
      v-if="fault.kind === 'break'"
      :angle-deg="fault.angleDeg.value"
      :fibre-deg="fault.fibreDeg?.value ?? null"
    />
    <template v-if="fault.kind === 'break'">
      <ChoiceRow
        label="The part is"
        tone="fault"
        :items="partingItems"
        :model-value="fault.parted"
        @update:model-value="put({ parted: $event })"
      />
      <div v-if="sockets.length > 0" class="line">
        <label for="through-joint">Through the joint</label>
        <PickOne
          id="through-joint"
          :model-value="fault.joint ?? ''"
          :items="[
            { label: 'none', value: '' },
            ...sockets.map(j => ({ label: `J${j.number} ${jointName(piece!, j)}`, value: j.id })),
          ]"
          @update:model-value="put({ joint: $event || null })"
        />
      </div>
      <ChoiceRow
        label="Surface"
        tone="fault"
        :items="items(BREAK_SURFACES)"
        :model-value="fault.surface"
        @update:model-value="put({ surface: $event })"
      />
      <ChoiceRow
        :label="`Nearer its ${from} on the`"
        :items="QUARTERS.map(value => ({ label: sideName(piece!, part, value), value }))"
        :model-value="quarterOf(fault.turnDeg)"
        @update:model-value="put({ turnDeg: Number($event) })"
      />
      <div class="line">
        <span id="passes">Passes through it</span>
        <div class="chips" role="group" aria-labelledby="passes">
          <FieldChipButton
            v-for="t in THROUGH"
            :key="t"
            :label="t"
            :pressed="fault.through.includes(t)"
            @click="toggleThrough(t)"
          />
        </div>
      </div>
      <p v-if="reading" class="says">
        Face <FigureValue label="Glue area, one face" :figure="reading.glueArea" />,
        <FigureValue label="Long grain" :figure="reading.longGrain" range /> long grain. {{ text(reading.words) }}
      </p>
    </template>
    <template v-else-if="fault.kind === 'split'">
      <div class="line">
        <label for="split-at">Starts at</label>
        <PickOne
          id="split-at"
          :model-value="fault.joint ?? ''"
          :items="[
            { label: 'no joint', value: '' },
            ...joints.map(j => ({ label: `J${j.number} ${jointName(piece!, j)}`, value: j.id })),
          ]"
          @update:model-value="put({ joint: $event || null })"
        />
      </div>
      <ChoiceRow
        label="At its end it"
        tone="fault"
        :items="runsOutItems"
        :model-value="fault.runsOut"
        @update:model-value="put({ runsOut: $event })"
      />
      <div v-if="joints.length > 1" class="line">
        <span id="crosses">Crosses</span>
        <div class="chips" role="group" aria-labelledby="crosses">
          <FieldChipButton
            v-for="j in joints.filter(x => x.id !== fault.joint)"
            :key="j.id"
            :label="`J${j.number}`"
            :aria-label="`J${j.number} ${jointName(piece!, j)}`"
            :pressed="fault.crosses.includes(j.id)"
            @click="toggleCrossed(j.id)"
          />
        </div>
      </div>
    </template>
    <template v-else-if="fault.kind === 'worm'">
      <ChoiceRow
        label="Live or old"
        tone="fault"
        :items="items(LIVE)"
        :model-value="fault.live"
        @update:model-value="put({ live: $event })"
      />
      <p class="says">
        <template v-if="fault.live !== 'old'"
        >
          Watch it over paper for a month; a live case is treated or kept apart before anything else.
        </template>
        <template v-if="fault.lostPct">At this loss: {{ wormAdvice(fault.lostPct.value) }}.</template>
      </p>
    </template>
    <template v-else-if="fault.kind === 'earlier-repair'">
      <div class="line">
        <label for="at-joint">At the joint</label>
        <PickOne
          id="at-joint"
          :model-value="fault.joint ?? ''"
          :items="[
            { label: 'none, in the part', value: '' },
            ...joints.map(j => ({ label: `J${j.number} ${jointName(piece!, j)}`, value: j.id })),
          ]"
          @update:model-value="put({ joint: $event || null })"
        />
      </div>
      <div class="line">
        <label for="their-glue">Their glue</label>
        <PickOne
          id="their-glue"
          :model-value="fault.glue"
          :items="items(OLD_GLUES)"
          @update:model-value="put({ glue: $event })"
        />
      </div>
      <div class="line">
        <label for="their-metal">Their metal</label>
        <PickOne
          id="their-metal"
          :model-value="fault.metal ?? ''"
          :items="[{ label: 'none', value: '' }, ...items(METALS)]"
          @update:model-value="put({ metal: $event || null })"
        />
      </div>
      <ChoiceRow
        label="Register"
        tone="fault"
        :items="items(REGISTERS)"
        :model-value="fault.register"
        @update:model-value="put({ register: $event })"
      />
      <div v-if="fault.register === 'out-of-register'" class="fields">
        <LengthField
          dense
          label="Stands off by"
          :value="fault.offMm"
          :take="take('offMm')"
          :clear="lift('offMm')"
          hint="step in the line"
        />
        <LengthField
          dense
          label="Leans by"
          unit="deg"
          :value="fault.leanDeg"
          :take="take('leanDeg')"
          :clear="lift('leanDeg')"
          hint="degrees"
        />
      </div>
      <div v-if="!fault.joint" class="fields">
        <LengthField
          dense
          label="Its line to the axis"
          unit="deg"
          :value="fault.angleDeg ?? null"
          :take="take('angleDeg')"
          :clear="drop('angleDeg')"
          hint="degrees; straight across is 90"
        />
      </div>
      <ChoiceRow
        label="Still holding"
        tone="fault"
        :items="items(HOLDS)"
        :model-value="fault.holds"
        @update:model-value="put({ holds: $event })"
      />
    </template>
    <HoldList
      v-if="fault.kind === 'break' || fault.kind === 'split'"
      :on="{ kind: 'fault', id: fault.id }"
      heading="Metal through it"
    />
    <TextField
      label="Note"
      :value="fault.note"
      :draft-key="`${piece.id}-${fault.id}-note`"
      :take="note => put({ note }).ok"
    />
    <PhotoStrip :of="{ kind: 'fault', id: fault.id }" />
    <FieldKeyButton slim label="Take it off" class="off" @click="remove" />
  </div>
</template>

<style scoped>
.sheet {
  display: grid;
  gap: 10px;
  border-left: 3px solid var(--red);
  padding: 4px 0 8px 12px;
}
.fields {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(140px, 1fr));
  gap: 4px 14px;
}
.line {
  display: grid;
  grid-template-columns: 150px 1fr;
  gap: 4px 12px;
  align-items: center;
}
.says {
  border-top: 1px solid var(--rule);
  padding-top: 8px;
}
.off {
  justify-self: start;
}
@media (max-width: 640px) {
  .line {
    grid-template-columns: 1fr;
  }
}
</style>
