import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { nextTick } from 'vue'
import { findingOf } from '#core/piece/facts'
import type { Plan } from '#core/plan'
import { USUAL_SHOP } from '#core/reference/usual-shop'
import { Desk, settle, tabAt } from '../../tests/fixtures/desk'
import { Stopped } from '../logic/worker-calls'
import { useDevice } from './device'
import { useMessages } from './messages'
import { usePiece } from './piece'
import { usePlan } from './plan'
import { usePreview } from './preview'
import { useSelection } from './selection'
import { useShop } from './shop'
import { useSync } from './sync'

const mocks = vi.hoisted(() => ({
  queue: undefined as unknown,
  plans: [] as string[],
  refuse: undefined as Error | undefined,
}))
vi.mock('~/composables/useQueue', () => ({ useQueue: () => mocks.queue }))
vi.mock('~/composables/usePlanner', () => ({
  planInWorker: (piece: { id: string }) => {
    mocks.plans.push(piece.id)
    if (mocks.refuse) return Promise.reject(mocks.refuse)
    return Promise.resolve({ piece: piece.id } as unknown as Plan)
  },
  stopPlanning: () => undefined,
}))

let desk: Desk
let tab: ReturnType<typeof tabAt>
beforeEach(async () => {
  setActivePinia(createPinia())
  desk = new Desk('a', 'b')
  tab = tabAt(desk)
  await tab.sync.start()
  mocks.queue = tab.sync
  mocks.plans.length = 0
  mocks.refuse = undefined
})

const joints = () => desk.pieces.get('a')!.piece.joints.map(j => j.id) as [string, string]

describe('the piece on screen', () => {
  it('is drawn by every command at once, saved, and undone and redone by name', async () => {
    const store = usePiece()
    await store.open('a')
    expect([store.presence, store.piece?.id]).toEqual(['here', 'a'])
    expect(store.tell({ do: 'test-joint', joint: joints()[0], state: 'gives' }).ok).toBe(true)
    expect(findingOf(store.piece!, joints()[0]).state).toBe('gives')
    await settle()
    expect(desk.pieces.get('a')!.log).toHaveLength(1)
    await store.undo()
    expect([useMessages().lastDone, findingOf(store.piece!, joints()[0]).state]).toEqual([
      'Undone: wiggle test.',
      'not-tested',
    ])
    await store.redo()
    expect([useMessages().lastDone, findingOf(store.piece!, joints()[0]).state]).toEqual([
      'Done again: wiggle test.',
      'gives',
    ])
    await store.undo()
    await store.undo()
    expect(useMessages().lastDone).toBe('Nothing of yours is left to undo.')
  })

  it('picks the first joint of a piece newly opened, and keeps the pick of one that is only read again', async () => {
    const [store, selection] = [usePiece(), useSelection()]
    await store.open('a')
    expect(selection.picked).toBe(joints()[0])
    selection.picked = joints()[1]
    desk.give('a', { do: 'rename', title: 'other' })
    tab.sync.heard({ piece: 'a', version: 1 })
    await settle()
    expect([store.piece!.title, selection.picked]).toEqual(['other', joints()[1]])
    await store.open('b')
    expect([store.piece!.id, selection.picked]).toEqual(['b', joints()[0]])
  })

  it('is not there, or was erased, and says which', async () => {
    const store = usePiece()
    await store.open('nowhere')
    expect([store.presence, store.piece]).toEqual(['missing', null])
    await store.open('a')
    desk.erased.add('a')
    tab.sync.heard({ piece: 'a', version: -1 })
    await settle()
    expect([store.presence, store.piece]).toEqual(['erased', null])
  })
})

describe('what is tried out', () => {
  it('is drawn and not kept, and goes when something is really said', async () => {
    const [store, preview] = [usePiece(), usePreview()]
    await store.open('a')
    preview.tryOut({ do: 'measure-shape', key: 'seatHeight', measure: { value: 500, basis: 'measured' } })
    expect([preview.preview?.shape.measures.seatHeight?.value, store.log.length]).toEqual([500, 0])
    preview.tryOut({ do: 'measure-shape', key: 'seatHeight', measure: { value: 5, basis: 'measured' } })
    expect(preview.preview).toBeNull()
    preview.tryOut({ do: 'rename', title: 'x' })
    store.tell({ do: 'set-species', species: 'Ash, white' })
    expect(preview.preview).toBeNull()
  })
})

describe('the plan', () => {
  it('is asked for again only by what it is made from', async () => {
    const [store, plan, shop] = [usePiece(), usePlan(), useShop()]
    const asked = async () => {
      await nextTick()
      await settle()
      return mocks.plans.length
    }
    await store.open('a')
    expect(await asked()).toBe(1)
    expect(plan.plan?.piece).toBe('a')
    store.tell({ do: 'rename', title: 'another name' })
    store.tell({ do: 'describe', intake: { customer: 'somebody', ask: 'something', due: '2026-03-09T12:00' } })
    store.tell({ do: 'keep-note', note: { id: 'note-1', at: '2026-03-05T09:00', text: 'x' } })
    shop.settings = { ...USUAL_SHOP, name: 'another name' }
    expect(await asked()).toBe(1)
    // What comes back from the server as it is here already is nothing new.
    tab.sync.reachable(true)
    expect(await asked()).toBe(1)
    store.tell({ do: 'test-joint', joint: joints()[0], state: 'gives' })
    expect(await asked()).toBe(2)
    store.tell({ do: 'describe', intake: { worth: 'precious' } })
    expect(await asked()).toBe(3)
    shop.settings = { ...USUAL_SHOP, climate: { ...USUAL_SHOP.climate, tonightC: 3 } }
    expect(await asked()).toBe(4)
  })
})

describe('a plan that is not made', () => {
  const tried = async (why: Error) => {
    mocks.refuse = why
    const [store, plan] = [usePiece(), usePlan()]
    await store.open('a')
    await nextTick()
    await settle()
    return plan
  }

  it('because it was stopped says so, and is made when asked for again', async () => {
    const plan = await tried(new Stopped('Stopped.'))
    expect([plan.wasStopped, plan.failed, plan.busy]).toEqual([true, '', false])
    mocks.refuse = undefined
    await plan.again()
    expect([plan.wasStopped, plan.plan?.piece]).toEqual([false, 'a'])
  })

  it('because it cannot be says why', async () => {
    const plan = await tried(new Error('could not be loaded'))
    expect([plan.wasStopped, plan.failed, plan.plan]).toEqual([false, 'could not be loaded', null])
  })
})

describe('how the device stands with the server', () => {
  it('counts what waits by piece, and hands decisions on', async () => {
    const [store, sync] = [usePiece(), useSync()]
    await store.open('a')
    desk.isGone = true
    store.tell({ do: 'test-joint', joint: joints()[0], state: 'solid' })
    await settle()
    expect([sync.status.reach, sync.waitingFor('a'), sync.keptFor('a'), sync.waitingFor('b')]).toEqual([
      'offline',
      1,
      1,
      0,
    ])
    desk.give('a', { do: 'test-joint', joint: joints()[0], state: 'apart' })
    desk.isGone = false
    await tab.later()
    const [clash] = sync.clashesOf('a')
    expect([clash?.why, sync.waitingFor('a'), sync.clashesOf('b')]).toEqual(['newer', 0, []])
    sync.decide(clash!.waiting.entry.id, 'theirs')
    await settle()
    expect(sync.clashesOf('a')).toEqual([])
  })
})

describe('the shop and the device', () => {
  it('the shop is told by field, and what it refuses is named by field', async () => {
    const asked: unknown[] = []
    vi.stubGlobal('$fetch', (_path: string, init?: { body: unknown }) => {
      if (init) asked.push(init.body)
      return asked.length < 2
        ? Promise.resolve({ ...USUAL_SHOP, hands: 2 })
        : Promise.reject(
            Object.assign(new Error('no'), {
              statusCode: 400,
              data: { data: { issues: [{ path: 'changes.0.value', message: 'must be 6 at most' }] } },
            }),
          )
    })
    const shop = useShop()
    expect(await shop.tell({ do: 'set', field: 'hands', value: 2 })).toBe(true)
    expect([asked[0], shop.settings.hands]).toEqual([{ changes: [{ do: 'set', field: 'hands', value: 2 }] }, 2])
    expect(await shop.tell({ do: 'set', field: 'hands', value: 9 })).toBe(false)
    expect([shop.errors, shop.settings.hands]).toEqual([{ 'changes.0.value': 'must be 6 at most' }, 2])
    vi.unstubAllGlobals()
  })

  it('units and keys are kept on the device, which may forbid it', async () => {
    const kept = new Map<string, string>()
    vi.stubGlobal('localStorage', {
      getItem: (k: string) => kept.get(k) ?? null,
      setItem: (k: string, v: string) => {
        kept.set(k, v)
      },
    })
    const device = useDevice()
    device.units = 'in'
    device.keysOn = false
    await nextTick()
    setActivePinia(createPinia())
    expect([useDevice().units, useDevice().keysOn]).toEqual(['in', false])
    vi.stubGlobal('localStorage', {
      getItem: () => {
        throw new Error('no')
      },
      setItem: () => {
        throw new Error('no')
      },
    })
    setActivePinia(createPinia())
    useDevice().units = 'in'
    await nextTick()
    expect(useDevice().units).toBe('in')
    vi.unstubAllGlobals()
  })
})
