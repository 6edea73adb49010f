<script setup lang="ts">
import { smallPicture } from '#core/drawing'
import { STATE_LABELS, surveySentence } from '#core/condition/survey'
import { faultTag } from '#core/piece/faults'
import { faultyJoints, findingOf, isFaulty, missingParts, tagOf } from '#core/piece/facts'
import type { Piece } from '#core/piece/schema'
import { errorsOf } from '~/composables/useApi'
import { listenLive } from '~/composables/useLive'
import SmallDrawing from '~/stand/SmallDrawing.vue'
import { jointName, partName } from '#core/piece/names'

/** The members of a set side by side: joint by joint, what each one has. */
const route = useRoute()
const members = shallowRef<Piece[] | null>(null)
const error = ref('')
const onlyLoose = ref(false)
useHead({ title: 'A set · Arreglo' })

async function load(): Promise<void> {
  try {
    members.value = (await membersOfSet(String(route.params.id))).map(m => m.piece)
    error.value = ''
  }
  catch (e) {
    error.value = errorsOf(e)[''] ?? 'The set cannot be read.'
  }
}
void load()
const stop = listenLive({
  changed: c => (members.value?.some(m => m.id === c.piece) ? void load() : undefined),
})
onScopeDispose(stop)
const first = computed(() => members.value?.[0])
const rows = computed(() =>
  (first.value?.joints ?? []).filter(
    j => !onlyLoose.value || members.value!.some(m => isFaulty(findingOf(m, j.id).state)),
  ),
)
const heading = computed(() => {
  const loose = members.value?.filter(m => faultyJoints(m).length > 0).length ?? 0
  return first.value
    ? `${first.value.title}: ${loose === 0 ? 'none loose' : `${loose} of ${members.value!.length} loose`}`
    : 'A set'
})
</script>

<template>
  <main class="set">
    <h1>{{ heading }}</h1>
    <p v-if="error" class="field-error" role="alert">{{ error }}</p>
    <p v-else-if="members?.length === 0">There is no such set. <NuxtLink to="/">Back to the bench</NuxtLink></p>
    <template v-else-if="members && first">
      <UCheckbox v-model="onlyLoose" label="Only joints that are loose somewhere" color="neutral" class="only" />
      <div class="wide">
        <table class="rows">
          <thead>
            <tr>
              <th scope="col">Joint</th>
              <th v-for="m in members" :key="m.id" scope="col">
                <SmallDrawing :picture="smallPicture(m)" :title="m.title" :size="86" /><NuxtLink :to="stepPath(m.id, 'test')"
                >{{ m.set!.member }} of {{ m.set!.of }}</NuxtLink
                >
              </th>
            </tr>
          </thead>
          <tbody>
            <tr class="sum">
              <th scope="row">All</th>
              <td v-for="m in members" :key="m.id" class="small">
                <span class="word">{{ surveySentence(m) }}</span>
                <span class="short" aria-hidden="true">{{ faultyJoints(m).length }} loose</span>
              </td>
            </tr>
            <tr class="sum">
              <th scope="row">In the wood</th>
              <td
                v-for="m in members"
                :key="m.id"
                class="small"
                :class="{ red: m.faults.length + missingParts(m).length > 0 }"
              >
                {{
                  [...m.faults.map(f => faultTag(m, f)), ...missingParts(m).map(p => `${partName(m, p)} missing`)].join(
                    ', ',
                  ) || 'nothing'
                }}
              </td>
            </tr>
            <tr v-for="j in rows" :key="j.id">
              <th scope="row">
                <strong>{{ tagOf(j) }}</strong> {{ jointName(members[0]!, j) }}
              </th>
              <td v-for="m in members" :key="m.id">
                <span
                  class="cell"
                  :class="{ red: isFaulty(findingOf(m, j.id).state), soft: !isFaulty(findingOf(m, j.id).state) }">
                  <JointMark :state="findingOf(m, j.id).state" />
                  <span class="word">{{ STATE_LABELS[findingOf(m, j.id).state] }}</span>
                </span>
              </td>
            </tr>
          </tbody>
        </table>
      </div>
    </template>
  </main>
</template>

<style scoped>
.set {
  padding: 20px 24px 40px;
  display: grid;
  gap: 12px;
}
.only {
  display: inline-flex;
  gap: 8px;
  align-items: center;
  min-height: 44px;
}
.wide {
  overflow-x: auto;
}
th[scope='col'] {
  vertical-align: bottom;
}
th[scope='row'] {
  font-weight: 400;
  color: var(--ink);
  white-space: nowrap;
}
.rows td,
.rows th {
  padding: 5px 14px 5px 0;
}
.cell {
  display: inline-flex;
  gap: 8px;
  align-items: center;
  white-space: nowrap;
}
.short {
  display: none;
}
@media (max-width: 640px) {
  .set {
    padding: 14px 12px 30px;
  }
  th[scope='row'] {
    white-space: normal;
  }
  .rows td,
  .rows th {
    padding: 5px 4px 5px 0;
  }
  th[scope='col'] :deep(svg) {
    display: none;
  }
  .word {
    position: absolute;
    width: 1px;
    height: 1px;
    overflow: hidden;
    clip-path: inset(50%);
  }
  .short {
    display: inline;
  }
}
.cell :deep(svg) {
  width: 26px;
  height: 16px;
}
</style>
