import {
  formatWallTime,
  MIN_PER_DAY,
  minuteOfDay,
  parseWallTime,
} from '#core/measure/wall-time'
import { nextWorkingMin } from '#core/glueup'
import type { PieceEvent } from '#core/piece/schema'
import { benchSteps, checksFor, eventOf, gatesFor, gatesOfTask, glueTask } from '#core/plan'
import { stateOf } from '#core/work'
import { newId, wallNow } from './useDevice'

/** Walks the steps of a piece's plan one at a time, and writes down what happens to each. */
export function useBenchMode(pieceId: Ref<string>) {
  const store = usePiece()
  const { piece } = storeToRefs(store)
  const { plan } = storeToRefs(usePlan())
  const shop = useShop()
  const glueClocks = useGlueClocks()
  const steps = computed(() => (piece.value && plan.value ? benchSteps(plan.value) : []))
  /** The one in view, kept by what it is: what is done leaves the list, and the list may be made again meanwhile. */
  const inView = ref<string | null>(null)
  const at = computed(() =>
    Math.max(
      0,
      steps.value.findIndex(s => s.id === inView.value),
    ),
  )
  const step = computed(() => steps.value[at.value])
  const state = computed(() => (step.value ? stateOf(step.value) : 'open'))
  const following = computed(() => steps.value[at.value + 1])
  const doneCount = computed(() => (plan.value ? plan.value.tasks.length - steps.value.length : 0))
  /** What still holds this gluing or cutting back. */
  const held = computed(() => {
    if (!plan.value || !step.value) return []
    const stage = plan.value.stages.find(s => glueTask(s) === step.value?.id)
    return stage ? gatesFor(plan.value, stage) : gatesOfTask(plan.value, step.value)
  })
  /** What is looked at while the frame of this step can still be moved. */
  const checks = computed(() => {
    const [p, made, task] = [piece.value, plan.value, step.value]
    if (!p || !made || !task) return []
    if (task.kind === 'dry-run') {
      return made.stages
        .filter(s => !s.glued)
        .flatMap(s => checksFor(p, made.stages, s.number))
        .filter((c, i, all) => all.findIndex(o => o.id === c.id) === i)
    }
    const stage = made.stages.find(s => glueTask(s) === task.id)
    return stage ? checksFor(p, made.stages, stage.number) : []
  })
  /** The clock of the step in view, if it runs. */
  const clock = computed(() =>
    glueClocks.clocks.value.find(c => c.pieceId === pieceId.value && c.taskId === step.value?.id),
  )

  function show(id: string | null): void {
    inView.value = id
  }
  const go = (by: 1 | -1) => show(steps.value[Math.max(0, Math.min(steps.value.length - 1, at.value + by))]?.id ?? null)
  /** What happens to the step in view goes into the piece’s log by what it is done to. */
  function log(event: Pick<PieceEvent, 'kind' | 'of'> & Partial<Pick<PieceEvent, 'until'>>): void {
    store.tell({ do: 'log-event', event: { id: newId(), at: wallNow(), stage: null, note: '', ...event } })
  }
  /** The next thing comes into view once this one is done; its clock has done its work. */
  function tick(): void {
    const task = step.value
    // What is done by measuring is not done by saying so.
    if (!task || task.shouldersOf) return
    go(1)
    glueClocks.stop(pieceId.value, task.id)
    log(eventOf(task))
  }
  /** It has let go: what would have come after it need not be done. */
  function letGo(): void {
    const task = step.value
    if (!task?.spares) return
    go(1)
    log({ kind: 'done', of: [...task.facts, ...task.spares] })
  }
  function begin(): void {
    const task = step.value
    if (!task) return
    log({ kind: 'begun', of: [...task.facts] })
    show(task.id)
  }
  /** Until the shop opens on the next working day. */
  function putOff(): void {
    const task = step.value
    if (!task) return
    go(1)
    const atMin = parseWallTime(wallNow())
    const tomorrowMin = nextWorkingMin(shop.settings, atMin - minuteOfDay(atMin) + MIN_PER_DAY)
    log({ kind: 'put-off', of: [...task.facts], until: formatWallTime(tomorrowMin) })
  }
  /** A press too many is taken back, and what it ticked comes into view again. */
  function takeBack(): void {
    show(null)
    void store.undo()
  }
  function startClock(): void {
    const task = step.value
    if (!task?.clockMin) return
    glueClocks.start({ pieceId: pieceId.value, taskId: task.id, words: piece.value!.title }, task.clockMin)
    if (state.value !== 'running') begin()
  }
  function oneMore(): void {
    if (step.value) glueClocks.extend(pieceId.value, step.value.id, 1)
  }
  return {
    ...{ steps, step, at, state, following, doneCount, held, checks, clock },
    ...{ show, go, tick, letGo, begin, putOff, takeBack, startClock, oneMore },
  }
}
