<script setup lang="ts">
import { MONTHS } from '~/logic/months'
import { glueNamed } from '#core/reference/glues'
import { isListed } from '#core/wood/uses'
import { WITHIN_POINTS } from '#core/wood/dryness'
import { fitClassOf } from '#core/wood/fit'
import { tagOfWork, type StockLine } from '#core/plan'

/**
 * All that is cut or bought for the whole piece: rough and finished, from which wood and how dry, what the store has,
 * what it comes to.
 */
const { piece } = storeToRefs(usePiece())
const { plan } = storeToRefs(usePlan())
const { settings } = storeToRefs(useShop())
const { len, quantity } = useUnits()

const COST_WORDS = { hands: 'Hands', wood: 'Wood', glue: 'Glue', hardware: 'Hardware' } as const
const tagged = (id: string) => tagOfWork(piece.value!, plan.value!.troubles, id)
const sizes = (mm: readonly number[]) => mm.map(x => len(x)).join(' × ')
const money = (value: number) => `${plan.value!.cost.money} ${value.toFixed(2)}`.trim()
function storeWords(s: StockLine): string | undefined {
  const row = settings.value.store.find(r => r.id === s.have)
  return row && `${row.wood}, ${row.kind}`
}
const alike = (s: StockLine) =>
  s.woods
    .slice(1, 4)
    .map(w => w.name)
    .join('; ')
const pct = (value: number) => quantity({ value, unit: '%' })
const isWet = (s: StockLine) => s.dry !== null && s.dry.benchPct - s.dry.placePct > WITHIN_POINTS

const { refused, save } = useFileOut()
const saveList = () =>
  save(`${piece.value!.id}-cutting.csv`, 'text/csv', () => import('#core/plan/cutting-csv'), ({ cuttingCsv }) =>
    cuttingCsv(plan.value!.stock, tagged),
  )
</script>

<template>
  <section v-if="plan && piece" aria-labelledby="buy">
    <h2 id="buy">To cut or buy, for the whole piece</h2>
    <p v-if="plan.stock.length === 0 && plan.glue.amounts.length === 0" class="soft">Nothing.</p>
    <ul class="wanted">
      <li v-for="(s, i) in plan.stock" :key="i">
        <strong>{{ s.count }} {{ s.count === 1 ? s.what : `${s.what}s` }}</strong>
        <template v-if="s.sizesMm.length">, <span class="measure">{{ sizes(s.sizesMm) }}</span></template>
        <span v-if="s.cut" class="small soft">
          sawn <span class="measure">{{ sizes(s.cut.roughMm) }}</span>
        </span>
        <template v-if="s.woods.length">, {{ s.woods[0]!.name }}</template>
        <template v-else-if="s.wood">, {{ s.wood }}</template>
        <span v-if="s.woods[0] && isListed(s.woods[0].name)" class="have"
        >old stock only: new wood of it is protected</span
        >
        <span v-if="storeWords(s)" class="have">in the store: {{ storeWords(s) }}</span>
        <span v-if="s.rest" class="have"
        >rests {{ s.rest.days }} {{ s.rest.days === 1 ? 'day' : 'days' }} first: {{ pct(s.rest.fromPct) }}, the shop
          {{ pct(s.rest.toPct) }}</span
        >
        <br>
        <span class="small soft"
        >For {{ s.troubles.map(tagged).join(', ') }}. {{ s.note
        }}<template v-if="alike(s)">; nearest to it {{ alike(s) }}</template
        >.</span
        >
        <template v-if="s.dry">
          <br>
          <span class="small" :class="{ soft: !isWet(s) }">
            <template v-if="isWet(s)">Dry it first: at</template><template v-else>Dry enough: at</template>
            {{ pct(s.dry.benchPct) }} here and {{ pct(s.dry.placePct) }} there in {{ MONTHS[s.dry.month - 1] }} it is
            <span class="measure">{{ quantity({ value: s.dry.shrinksMm, unit: 'fit-mm' }) }}</span> thinner then,
            <span class="measure">{{ quantity({ value: s.dry.atMostMm, unit: 'fit-mm' }) }}</span> at most ({{
              fitClassOf(Math.max(0, s.dry.shrinksMm)).label
            }}
            from a tight fit).
          </span>
        </template>
      </li>
      <li v-for="a in plan.glue.amounts" :key="a.glue">
        {{ glueNamed(a.glue).label }}, about
        <FigureValue :figure="a.grams" :label="`${glueNamed(a.glue).label} to have ready`" />
        <template v-if="a.mixing">
          <br>
          <span class="small soft"><PhraseText :phrase="a.mixing" /></span>
        </template>
      </li>
    </ul>
    <dl v-if="plan.tasks.length > 0" class="cost" aria-label="What it comes to">
      <div v-for="l in plan.cost.lines" :key="l.id">
        <dt>{{ COST_WORDS[l.id] }}</dt>
        <dd>
          <FigureValue :figure="l.amount" :label="COST_WORDS[l.id]" />
          <template v-if="l.total !== null">, {{ money(l.total) }}</template>
        </dd>
      </div>
      <div v-if="plan.cost.total !== null">
        <dt>Together</dt>
        <dd>
          <strong>{{ money(plan.cost.total) }}</strong>
        </dd>
      </div>
    </dl>
    <FieldKeyButton v-if="plan.stock.length > 0" slim label="Cutting list, CSV" @click="saveList" />
    <FieldRefusal :text="refused" />
  </section>
</template>

<style scoped>
section {
  display: grid;
  gap: 8px;
  align-content: start;
  border-top: 1px solid var(--rule);
  padding-top: 10px;
  justify-items: start;
}
.have {
  margin-left: 6px;
  padding: 1px 6px;
  border: 1px solid var(--rule);
  border-radius: 3px;
  font-size: 13px;
}
.cost {
  width: 100%;
  font-size: 14px;
}
.cost div {
  display: flex;
  justify-content: space-between;
  gap: 12px;
  border-bottom: 1px solid var(--rule);
  padding: 4px 0;
}
</style>
