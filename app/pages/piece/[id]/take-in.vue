<script setup lang="ts">
import { findFamily } from '#core/piece/families'
import { measured } from '#core/measure/measured'
import type { Intake } from '#core/piece/schema'
import { AGES, BLOCK_STATES, FINISHES, SERVICES, UPHOLSTERIES, WEBBING_STATES, WORTHS } from '#core/piece/words'
import { SPECIES } from '#core/reference/species'

const store = usePiece()
const { piece } = storeToRefs(store)
const { go } = useStep()
const family = computed(() => findFamily(piece.value!.shape.family)!)
const essential = computed(() => family.value.measures.filter(m => m.essential))
const others = computed(() => family.value.measures.filter(m => !m.essential))
const taken = computed(() => essential.value.filter(m => piece.value!.shape.measures[m.key]!.basis === 'measured').length)
const refused = ref('')

const take = (key: string) => (value: number) => store.tell({ do: 'measure-shape', key, measure: measured(value) })
function describe(intake: Partial<Intake>): void { store.tell({ do: 'describe', intake }) }
function option(key: string, value: string | number): void {
  const result = store.tell({ do: 'set-option', key, value })
  refused.value = result.ok ? '' : result.issues[0]!.message
}
const words = (id: string) => id.replaceAll('-', ' ')
const items = (ids: readonly string[]) => ids.map(id => ({ label: words(id), value: id }))
const SCHOOL_ITEMS = [{ label: 'the shop’s', value: 'shop' }, { label: 'conserve first', value: 'conserve' }, { label: 'everyday shop', value: 'everyday' }, { label: 'strength first', value: 'strength' }]
const SPECIES_ITEMS = SPECIES.map(s => ({ label: s.name, value: s.name }))
</script>

<template>
  <article v-if="piece" class="sheet">
    <h1>{{ taken === essential.length ? 'Measured: the drawing is this piece' : `Six measurements draw it: ${taken} of ${essential.length} taken` }}</h1>
    <p class="soft">{{ family.label }}. Type mm or inches as they come: 17.5, 11/16, 1 7/16 in, 2 cm.</p>
    <section aria-labelledby="sizes">
      <h2 id="sizes">Measurements</h2>
      <div class="columns"><LengthField v-for="m in essential" :key="m.key" :label="m.label" :value="piece.shape.measures[m.key]!" :take="take(m.key)" :hint="m.hint" /></div>
    </section>
    <section aria-labelledby="build">
      <h2 id="build">How it is made</h2>
      <div v-for="o in family.options" :key="o.key" class="line">
        <span :id="`o-${o.key}`">{{ o.label }}</span>
        <div class="chips" role="group" :aria-labelledby="`o-${o.key}`"><button v-for="c in o.choices" :key="c.value" type="button" class="chip plain" :aria-pressed="piece.shape.options[o.key] === c.value" @click="option(o.key, c.value)">{{ c.label }}</button></div>
      </div>
      <span v-if="refused" class="field-error" role="alert">{{ refused }}</span>
      <div class="line"><label for="species">Wood</label><PickOne id="species" :model-value="piece.parts[0]!.species" :items="SPECIES_ITEMS" @update:model-value="store.tell({ do: 'set-species', species: String($event) })" /></div>
      <details><summary>Other sizes, assumed until measured</summary><div class="columns"><LengthField v-for="m in others" :key="m.key" :label="m.label" :value="piece.shape.measures[m.key]!" :take="take(m.key)" :hint="m.unit === 'deg' ? `${m.hint}, degrees` : m.hint" :degrees="m.unit === 'deg'" /></div></details>
    </section>
    <section aria-labelledby="under">
      <h2 id="under">Under the seat</h2>
      <div class="line"><span id="blocks">Corner blocks</span><div class="chips" role="group" aria-labelledby="blocks"><button v-for="s in BLOCK_STATES" :key="s" type="button" class="chip plain" :aria-pressed="piece.bracing.cornerBlocks === s" @click="store.tell({ do: 'set-bracing', bracing: { cornerBlocks: s } })">{{ words(s) }}</button></div></div>
      <div class="line"><span id="webbing">Webbing</span><div class="chips" role="group" aria-labelledby="webbing"><button v-for="s in WEBBING_STATES" :key="s" type="button" class="chip plain" :aria-pressed="piece.bracing.webbing === s" @click="store.tell({ do: 'set-bracing', bracing: { webbing: s } })">{{ words(s) }}</button></div></div>
    </section>
    <section aria-labelledby="job">
      <h2 id="job">The job</h2>
      <div class="line"><label for="title">Name</label><UInput id="title" :model-value="piece.title" class="w-80" @change="(e: Event) => { const title = (e.target as HTMLInputElement).value.trim(); if (title) store.tell({ do: 'rename', title }) }" /></div>
      <div class="line"><label for="customer">For</label><UInput id="customer" :model-value="piece.intake.customer" class="w-80" @change="(e: Event) => describe({ customer: (e.target as HTMLInputElement).value })" /></div>
      <div class="line"><label for="ask">Asked for</label><UTextarea id="ask" :model-value="piece.intake.ask" :rows="2" class="w-80" @change="(e: Event) => describe({ ask: (e.target as HTMLTextAreaElement).value })" /></div>
      <div class="line"><label for="age">Age</label><PickOne id="age" :model-value="piece.intake.age" :items="items(AGES)" @update:model-value="describe({ age: $event as Intake['age'] })" /></div>
      <div class="line"><label for="worth">Worth</label><PickOne id="worth" :model-value="piece.intake.worth" :items="items(WORTHS)" @update:model-value="describe({ worth: $event as Intake['worth'] })" /></div>
      <div class="line"><label for="finish">Finish near the joints</label><PickOne id="finish" :model-value="piece.intake.finish" :items="items(FINISHES)" @update:model-value="describe({ finish: $event as Intake['finish'] })" /></div>
      <div class="line"><label for="upholstery">Upholstery</label><PickOne id="upholstery" :model-value="piece.intake.upholstery" :items="items(UPHOLSTERIES)" @update:model-value="describe({ upholstery: $event as Intake['upholstery'] })" /></div>
      <div class="line"><label for="service">Where it lives</label><PickOne id="service" :model-value="piece.intake.service" :items="items(SERVICES)" @update:model-value="describe({ service: $event as Intake['service'] })" /></div>
      <div class="line"><label for="school">Worked to</label><PickOne id="school" :model-value="piece.intake.school ?? 'shop'" :items="SCHOOL_ITEMS" @update:model-value="describe({ school: $event === 'shop' ? null : $event as Intake['school'] })" /></div>
      <div class="line"><label for="due">Due</label><UInput id="due" type="datetime-local" :model-value="piece.intake.due ?? ''" class="w-64" @change="(e: Event) => describe({ due: (e.target as HTMLInputElement).value.slice(0, 16) || null })" /></div>
    </section>
    <OutcomeChoice />
    <WorksheetFoot><button type="button" class="key-button main" @click="go('test')">Go round the joints</button></WorksheetFoot>
  </article>
</template>

<style scoped>
.sheet { display: flex; flex-direction: column; gap: 18px; flex: 1; }
section { display: grid; gap: 8px; border-top: 1px solid var(--rule); padding-top: 12px; }
.columns { display: grid; grid-template-columns: repeat(auto-fill, minmax(270px, 1fr)); gap: 4px 28px; }
.line { display: grid; grid-template-columns: 150px 1fr; gap: 4px 12px; align-items: center; }
summary { cursor: pointer; min-height: 40px; display: flex; align-items: center; color: var(--soft); text-decoration: underline; text-underline-offset: 3px; }
@media (max-width: 640px) { .line { grid-template-columns: 1fr; } }
</style>
