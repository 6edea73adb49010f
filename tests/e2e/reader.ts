import { expect, type CDPSession, type JSHandle, type Page } from '@playwright/test'

/** One thing of a screen as a screen reader tells it: what it is and what it is called, in the order it is read. */
export interface Told {
  readonly role: string
  readonly name: string
  /** Of a heading. */
  readonly level: number | undefined
  /** Whether keys go to it. */
  readonly takesKeys: boolean
  readonly element: number
  /** The names of the groups it is read in, from the outermost on. */
  readonly within: string
}

interface Node {
  readonly nodeId: string
  readonly ignored: boolean
  readonly role?: { readonly value: string }
  readonly name?: { readonly value: string }
  readonly childIds?: readonly string[]
  readonly parentId?: string
  readonly backendDOMNodeId?: number
  readonly properties?: readonly { readonly name: string, readonly value: { readonly value: unknown } }[]
}

/** What a hand can do something with. */
const CONTROLS = new Set([
  'button',
  'link',
  'textbox',
  'searchbox',
  'combobox',
  'checkbox',
  'radio',
  'slider',
  'spinbutton',
  'switch',
  'tab',
  'option',
  'menuitem',
])

/** What gives its name to all that is in it. */
const GROUPS = new Set([
  'group',
  'region',
  'radiogroup',
  'list',
  'listitem',
  'row',
  'table',
  'form',
  'navigation',
  'dialog',
  'InputTime',
  'DateTime',
])

/** What has the keys when nothing has: the page itself. */
const NOWHERE = new Set(['RootWebArea', 'none'])

const MOST_READINGS = 8

/** The controls of a screen, whatever they are called by now. */
const controlsOf = (told: readonly Told[]) =>
  told.filter(t => CONTROLS.has(t.role)).map(t => t.element).join()

/** A screen as the browser hands it to a screen reader, from its first to its last word. */
export class Reader {
  private constructor(
    private readonly page: Page,
    private readonly devtools: CDPSession,
  ) {}

  static async of(page: Page): Promise<Reader> {
    const devtools = await page.context().newCDPSession(page)
    await devtools.send('Accessibility.enable')
    await devtools.send('DOM.enable')
    return new Reader(page, devtools)
  }

  /** Everything with a meaning of its own, in the order it is read. */
  async told(): Promise<Told[]> {
    const { nodes } = (await this.devtools.send('Accessibility.getFullAXTree')) as unknown as { nodes: Node[] }
    const byId = new Map(nodes.map(n => [n.nodeId, n]))
    const inOrder: Told[] = []
    const visit = (node: Node, within: string): void => {
      const told = toldOf(node, within)
      if (!node.ignored) inOrder.push(told)
      const inside = !node.ignored && GROUPS.has(told.role) && told.name ? `${within} ${told.name}` : within
      for (const id of node.childIds ?? []) {
        const child = byId.get(id)
        if (child) visit(child, inside)
      }
    }
    for (const root of nodes.filter(n => n.parentId === undefined)) visit(root, '')
    return inOrder
  }

  /** The thing that has the keys now. */
  async focused(): Promise<Told | undefined> {
    const { result } = await this.devtools.send('Runtime.evaluate', { expression: 'document.activeElement' })
    if (!result.objectId) return undefined
    const { nodes } = (await this.devtools.send('Accessibility.getPartialAXTree', {
      objectId: result.objectId,
      fetchRelatives: false,
    })) as unknown as { nodes: Node[] }
    return nodes[0] && toldOf(nodes[0], '')
  }

  /** Every stop of the Tab key on the screen, from the skip link, which is the first, to where it would begin anew. */
  async tabStops(most = 400): Promise<Told[]> {
    await this.page.locator('.skip').focus()
    const stops: Told[] = []
    for (let i = 0; i < most; i++) {
      const at = await this.focused()
      if (!at || NOWHERE.has(at.role)) return stops
      // A date and a time are one field with a stop for each of their figures.
      if (stops.at(-1)?.element !== at.element) {
        if (stops.some(s => s.element === at.element)) return stops
        stops.push(at)
      }
      await this.page.keyboard.press('Tab')
    }
    throw new Error(`More than ${most} stops.`)
  }

  /** Goes on by Tab to the next thing of this role and name. @returns how many presses that took */
  async tabTo(role: string, name: string | RegExp, most = 150): Promise<number> {
    const fits = (t: Told) => t.role === role && (typeof name === 'string' ? t.name === name : name.test(t.name))
    for (let presses = 0; presses < most; presses++) {
      const at = await this.focused()
      if (at && fits(at)) return presses
      await this.page.keyboard.press('Tab')
    }
    throw new Error(`Tab does not come to a ${role} called ${String(name)}.`)
  }

  /**
   * The screen and the stops of Tab on it, both of one and the same screen: what came or went while Tab was on its way
   * (a plan that was worked out, a list that was fetched) makes it be read anew.
   */
  private async settled(): Promise<{ told: Told[], stops: Told[] }> {
    const hadKeys = await this.page.evaluateHandle(() => document.activeElement)
    for (let i = 0; i < MOST_READINGS; i++) {
      const before = await this.told()
      const stops = await this.tabStops()
      const told = await this.told()
      if (controlsOf(before) !== controlsOf(told)) continue
      await this.giveKeysBack(hadKeys)
      return { told, stops }
    }
    throw new Error(`The screen is another one each of the ${MOST_READINGS} times it is read.`)
  }

  /** A reading changes nothing: where Tab came to last is chance, and Enter would press it. */
  private async giveKeysBack(hadKeys: JSHandle<Element | null>): Promise<void> {
    await hadKeys.evaluate((had) => {
      const now = document.activeElement
      if (now instanceof HTMLElement) now.blur()
      if (had instanceof HTMLElement) had.focus()
    })
    await hadKeys.dispose()
  }

  /** What must hold of any screen, however it is made; who has the keys keeps them. */
  async expectInOrder(): Promise<void> {
    const { told, stops: reached } = await this.settled()
    const controls = told.filter(t => CONTROLS.has(t.role))
    expect(controls.filter(t => t.name.trim() === '').map(t => t.role), 'controls without a name').toEqual([])
    const spoken = controls.map(t => `${t.within}: ${t.role} ${t.name}`)
    expect([...new Set(spoken.filter((s, i) => spoken.indexOf(s) !== i))], 'controls that sound alike').toEqual([])
    const headings = told.filter(t => t.role === 'heading')
    expect(headings.filter(h => h.level === 1).length, 'headings of the first level').toBe(1)
    const jumps = headings.filter((h, i) => i > 0 && h.level! > headings[i - 1]!.level! + 1).map(h => h.name)
    expect(jumps, 'headings that leave a level out').toEqual([])
    for (const landmark of ['banner', 'main']) {
      expect(told.filter(t => t.role === landmark).length, landmark).toBe(1)
    }
    const places = new Map(told.map((t, i) => [t.element, i]))
    const stops = reached.map(s => ({ ...s, place: places.get(s.element) ?? -1 }))
    expect(stops.filter(s => s.place < 0).map(s => `${s.role} ${s.name}`), 'stops nobody reads out').toEqual([])
    const backwards = stops.filter((s, i) => i > 0 && s.place < stops[i - 1]!.place).map(s => `${s.role} ${s.name}`)
    expect(backwards, 'stops of Tab before what was read before them').toEqual([])
  }
}

function toldOf(node: Node, within: string): Told {
  const property = (name: string) => node.properties?.find(p => p.name === name)?.value.value
  return {
    role: node.role?.value ?? '',
    name: node.name?.value ?? '',
    level: property('level') as number | undefined,
    takesKeys: property('focusable') === true,
    element: node.backendDOMNodeId ?? -1,
    within,
  }
}
