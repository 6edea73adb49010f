<script setup lang="ts">
import { bracingAsked } from '#core/condition/bracing'
import { findFamily } from '#core/piece/families'
import { completed } from '#core/piece/shape'
import type { Measured } from '#core/measure/measured'
import type { Intake } from '#core/piece/schema'
import { AGES, FINISHES, SERVICES, UPHOLSTERIES, WEBBING_STATES, WORTHS } from '#core/piece/words'
import { NOT_KNOWN, SPECIES } from '#core/reference/species'

const store = usePiece()
const { piece } = storeToRefs(store)
const asked = computed(() => (piece.value ? bracingAsked(piece.value) : { blocks: false, webbing: false }))
const { go } = useStep()
const family = computed(() => findFamily(piece.value!.shape.family)!)
/** Sizes and make as far as the family asks for them by now: a piece of before may not have them all. */
const shape = computed(() => completed(family.value, piece.value!.shape))
const essential = computed(() => family.value.measures.filter(m => m.essential))
const others = computed(() => family.value.measures.filter(m => !m.essential))
const taken = computed(
  () => essential.value.filter(m => shape.value.measures[m.key]!.basis === 'measured').length,
)
const refused = ref('')
/** A piece just begun is measured first: the hand is on the keyboard already. */
onMounted(() => {
  if (taken.value === 0 && Object.keys(piece.value?.findings ?? {}).length === 0) {
    document.querySelector<HTMLElement>('#sizes + .columns input')?.focus()
  }
})
const COUNT: Readonly<Record<number, string>> = { 5: 'Five', 6: 'Six', 7: 'Seven' }

const take = (key: string) => (measure: Measured) => store.tell({ do: 'measure-shape', key, measure })
const tryOut = (key: string) => (measure: Measured | null) =>
  usePreview().tryOut(measure && { do: 'measure-shape', key, measure })
onBeforeUnmount(() => usePreview().tryOut(null))
const describe = (intake: Partial<Intake>): boolean => store.tell({ do: 'describe', intake }).ok
function option(key: string, value: string | number): void {
  const result = store.tell({ do: 'set-option', key, value })
  refused.value = result.ok ? '' : result.issues[0]!.message
}
const words = (id: string) => id.replaceAll('-', ' ')
const items = (ids: readonly string[]) => ids.map(id => ({ label: words(id), value: id }))
const SCHOOL_ITEMS = [
  { label: 'the shop’s', value: 'shop' },
  { label: 'conserve first', value: 'conserve' },
  { label: 'everyday shop', value: 'everyday' },
  { label: 'strength first', value: 'strength' },
]
const SPECIES_ITEMS = [NOT_KNOWN, ...SPECIES.map(s => s.name)].map(value => ({ label: value, value }))
</script>

<template>
  <article v-if="piece" class="sheet">
    <h1>
      {{
        taken === essential.length
          ? 'Measured: the drawing is this piece'
          : `${COUNT[essential.length] ?? essential.length} measurements draw it: ${taken} of ${essential.length} taken`
      }}
    </h1>
    <p class="soft">{{ family.label }}. Type mm or inches as they come: 17.5, 11/16, 1 7/16 in, 2 cm.</p>
    <section aria-labelledby="sizes">
      <h2 id="sizes">Measurements</h2>
      <div class="columns">
        <LengthField
          v-for="m in essential"
          :key="m.key"
          :label="m.label"
          :value="shape.measures[m.key]!"
          :take="take(m.key)"
          :try-out="tryOut(m.key)"
          :hint="m.hint"
          :unit="m.unit"
        />
      </div>
    </section>
    <section aria-labelledby="build">
      <h2 id="build">How it is made</h2>
      <ChoiceRow
        v-for="o in asked.blocks ? family.options.filter(x => x.key !== 'blocks') : family.options"
        :key="o.key"
        :label="o.label"
        :items="o.choices"
        :model-value="shape.options[o.key] ?? null"
        @update:model-value="option(o.key, $event)"
      />
      <FieldRefusal :text="refused" />
      <FieldLine label="Wood">
        <PickOne
          :model-value="piece.shape.species"
          :items="SPECIES_ITEMS"
          @update:model-value="store.tell({ do: 'set-species', species: String($event) })"
        />
      </FieldLine>
      <ManyJoints />
      <FieldFold label="Other sizes, assumed until measured">
        <div class="columns">
          <LengthField
            v-for="m in others"
            :key="m.key"
            :label="m.label"
            :value="shape.measures[m.key]!"
            :take="take(m.key)"
            :hint="m.unit === 'deg' ? `${m.hint}, degrees` : m.hint"
            :unit="m.unit"
          />
        </div>
      </FieldFold>
    </section>
    <section v-if="asked.blocks || asked.webbing" aria-labelledby="under">
      <h2 id="under">Under the seat</h2>
      <CornerBlocks v-if="asked.blocks" />
      <ChoiceRow
        v-if="asked.webbing"
        label="Webbing"
        :items="items(WEBBING_STATES)"
        :model-value="piece.bracing.webbing"
        @update:model-value="
          store.tell({ do: 'set-bracing', bracing: { webbing: $event as (typeof WEBBING_STATES)[number] } })
        "
      />
    </section>
    <PartsSection />
    <section aria-labelledby="job">
      <h2 id="job">The job</h2>
      <TextField
        label="Name"
        :value="piece.title"
        :draft-key="`${piece.id}-title`"
        :take="title => title !== '' && store.tell({ do: 'rename', title }).ok"
      />
      <TextField
        label="For"
        :value="piece.intake.customer"
        :draft-key="`${piece.id}-customer`"
        :take="customer => describe({ customer })"
      />
      <TextField
        label="Asked for"
        :rows="2"
        :most="2000"
        :value="piece.intake.ask"
        :draft-key="`${piece.id}-ask`"
        :take="ask => describe({ ask })"
      />
      <FieldLine label="Age">
        <PickOne
          :model-value="piece.intake.age"
          :items="items(AGES)"
          @update:model-value="describe({ age: $event as Intake['age'] })"
        />
      </FieldLine>
      <FieldLine label="Worth">
        <PickOne
          :model-value="piece.intake.worth"
          :items="items(WORTHS)"
          @update:model-value="describe({ worth: $event as Intake['worth'] })"
        />
      </FieldLine>
      <FieldLine label="Finish near the joints">
        <PickOne
          :model-value="piece.intake.finish"
          :items="items(FINISHES)"
          @update:model-value="describe({ finish: $event as Intake['finish'] })"
        />
      </FieldLine>
      <FieldLine label="Upholstery">
        <PickOne
          :model-value="piece.intake.upholstery"
          :items="items(UPHOLSTERIES)"
          @update:model-value="describe({ upholstery: $event as Intake['upholstery'] })"
        />
      </FieldLine>
      <FieldLine label="Where it lives">
        <PickOne
          :model-value="piece.intake.service"
          :items="items(SERVICES)"
          @update:model-value="describe({ service: $event as Intake['service'] })"
        />
      </FieldLine>
      <FieldLine label="Manner of work">
        <PickOne
          :model-value="piece.intake.school ?? 'shop'"
          :items="SCHOOL_ITEMS"
          @update:model-value="describe({ school: $event === 'shop' ? null : ($event as Intake['school']) })"
        />
      </FieldLine>
      <FieldLine label="Due">
        <UInput
          type="datetime-local"
          :model-value="piece.intake.due ?? ''"
          class="w-64"
          @change="(e: Event) => describe({ due: (e.target as HTMLInputElement).value.slice(0, 16) || null })"
        />
      </FieldLine>
    </section>
    <section aria-labelledby="pictures">
      <h2 id="pictures">Pictures</h2>
      <PhotoStrip :of="{ kind: 'piece', id: null }" />
    </section>
    <SetSection />
    <OutcomeChoice />
    <WorksheetFoot>
      <FieldKeyButton main label="Go round the joints" @click="go('test')" />
    </WorksheetFoot>
  </article>
</template>

<style scoped>
.sheet {
  display: flex;
  flex-direction: column;
  gap: 18px;
  flex: 1;
}
section {
  display: grid;
  gap: 8px;
  border-top: 1px solid var(--rule);
  padding-top: 12px;
}
.columns {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(270px, 1fr));
  gap: 4px 28px;
}
</style>
