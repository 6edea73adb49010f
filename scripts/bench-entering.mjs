// What it takes to enter three pieces of the demo as they came in: presses counted, and seconds as a practised hand
// takes them, by the keystroke-level model. A scripted browser's own seconds would say nothing about a hand.
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { chromium } from '@playwright/test'
import { needChromium } from './lib/chromium.mjs'
import { startServer } from './lib/server.mjs'

/** Seconds: a key by an average typist, pointing, a click, changing between keys and mouse, thinking what is next. */
const TAKES = { key: 0.28, point: 1.1, click: 0.2, home: 0.4, think: 1.35 }

/** A hand on a page: it goes on by keys where they lead on, and points where they do not. */
class Hand {
  presses = 0
  clicks = 0
  seconds = 0
  on = 'keys'
  constructor(page) { this.page = page }

  take(device) {
    if (this.on !== device) this.seconds += TAKES.home
    this.on = device
  }

  think() { this.seconds += TAKES.think }

  async press(...keys) {
    this.take('keys')
    for (const key of keys) {
      await this.page.keyboard.press(key)
      this.presses++
      this.seconds += TAKES.key
    }
  }

  async type(text) {
    this.take('keys')
    await this.page.keyboard.type(text)
    this.presses += text.length
    this.seconds += text.length * TAKES.key
  }

  async click(locator) {
    this.take('mouse')
    await locator.click()
    this.clicks++
    this.seconds += TAKES.point + TAKES.click
  }

  /** Whether what has the focus is called so. */
  isAt(label) {
    return this.page.evaluate((name) => {
      const on = document.activeElement
      const named = on?.getAttribute('aria-label') ?? (on?.labels?.[0]?.textContent ?? '')
      return named.trim().replace(/\s+/g, ' ').startsWith(name)
    }, label)
  }

  /** Types into a field, where the focus is already, one Tab on, or pointed at. */
  async field(label, text, scope = this.page) {
    this.think()
    if (!(await this.isAt(label))) {
      const was = await this.page.evaluate(() => document.activeElement?.tagName)
      if (was === 'INPUT' || was === 'TEXTAREA') await this.press('Tab')
      if (!(await this.isAt(label))) await this.click(scope.getByLabel(label, { exact: true }).first())
    }
    await this.page.keyboard.press('ControlOrMeta+a') // what stands there is chosen by the field itself
    await this.type(text)
    await this.press('Enter')
  }

  async pick(list, option, scope = this.page) {
    this.think()
    await this.click(scope.getByLabel(list, { exact: true }).first())
    await this.click(this.page.getByRole('option', { name: option, exact: true }))
    await this.page.getByRole('listbox').waitFor({ state: 'hidden' })
  }

  async choose(group, option, scope = this.page) {
    this.think()
    await this.click(scope.getByRole('radiogroup', { name: group }).getByRole('radio', { name: option, exact: true }))
  }

  async button(name, scope = this.page) {
    this.think()
    await this.click(scope.getByRole('button', { name }).first())
  }
}

/** A piece begun on the bench: its name, its kind by the first letter of it, and its sizes. */
async function begin(hand, title, kind, sizes) {
  await hand.press('N')
  await hand.page.getByLabel('Name it').waitFor()
  await hand.type(title)
  await hand.press('Enter')
  const at = () => hand.page.evaluate(() => document.activeElement?.textContent ?? '')
  for (let i = 0; i < 12 && !(await at()).includes(kind); i++) await hand.press(kind[0].toLowerCase())
  await hand.press('Enter')
  await hand.page.getByRole('heading', { name: /measurements draw it/ }).waitFor()
  for (const [label, text] of sizes) await hand.field(label, text)
}

async function tellJob(hand, { wood, customer, ask, picks }) {
  if (wood) await hand.pick('Wood', wood)
  await hand.field('For', customer)
  await hand.field('Asked for', ask)
  for (const [list, option] of picks) await hand.pick(list, option)
}

/** Round all joints, each with its key; what is said of one that is loose is told before going on. */
async function goRound(hand, found) {
  await hand.button('Go round the joints')
  const heading = hand.page.locator('main h1')
  await heading.filter({ hasText: /^J1 / }).waitFor()
  const joints = await hand.page.locator('.strip button').count()
  for (let i = 0; i < joints; i++) {
    const words = (await heading.innerText()).toLowerCase()
    const own = Object.entries(found).find(([name]) => words.includes(name))?.[1]
    await hand.press(own?.key ?? '1')
    for (const tell of own?.tell ?? []) await tell(hand)
    if (i === joints - 1) return
    // A chip that was just pressed has the keys: then one points.
    if (own?.tell.length) await hand.click(hand.page.getByRole('button', { name: /^Keep and go to/ }))
    else await hand.press('Enter')
    await hand.page.waitForFunction(was => document.querySelector('main h1').innerText.toLowerCase() !== was, words)
  }
}

const seen = name => hand => hand.button(new RegExp(`^${name}`), hand.page.locator('main'))
const gap = (label, text) => hand => hand.field(label, text)
const glue = name => hand => hand.pick('Old glue', name)

const PIECES = {
  'School stool': async (hand) => {
    await begin(hand, 'School stool', 'Stool', [
      ['Height', '452'],
      ['Seat width', '298'],
      ['Seat depth', '298'],
      ['Seat thickness', '32'],
      ['Leg thickness', '35'],
      ['Splay', '12'],
    ])
    await hand.choose('Legs', 'three')
    const picks = [['Age', 'modern'], ['Worth', 'everyday'], ['Finish near the joints', 'oil']]
    await tellJob(hand, { customer: 'The school', ask: 'One rung has come out again.', picks })
    await goRound(hand, {
      'front rung to left leg': { key: '5', tell: [gap('Around, mouth', '.12'), seen('bare'), glue('PVA')] },
    })
  },
  'Schoolroom side chair': async (hand) => {
    await begin(hand, 'Schoolroom side chair', 'Framed chair', [
      ['Seat height', '17 1/4'],
      ['Back height', '862'],
      ['Width at the front', '425'],
      ['Width at the back', '14 1/8'],
      ['Depth', '398'],
      ['Leg thickness', '1 7/16'],
    ])
    await hand.choose('Front rail joints', 'dowels')
    await hand.choose('Stretchers', 'none')
    await hand.choose('Slats under the crest rail', '2')
    const picks = [['Age', 'old'], ['Worth', 'valued'], ['Finish near the joints', 'shellac'], ['Upholstery', 'drop in']]
    const ask = 'Stop it rocking; it squeaks in assembly. Finish stays as it is.'
    await tellJob(hand, { customer: 'The school', ask, picks })
    await goRound(hand, {
      'left side rail to left back post': {
        key: '3',
        tell: [seen('pulls out'), gap('Cheeks, mouth', '.08'), gap('Edges, mouth', '.55'), seen('amber crumbs')],
      },
      'front rail to left front leg': { key: '4', tell: [seen('dowel stub')] },
      'front rail to right front leg': { key: '4', tell: [seen('dowel stub'), seen('Add: screw')] },
    })
  },
  'Chapel chair': async (hand, words) => {
    await begin(hand, 'Chapel chair', 'Plank-seat', [
      ['Seat height', '446'],
      ['Back height', '884'],
      ['Seat width', '418'],
      ['Seat depth', '402'],
      ['Seat thickness', '38'],
      ['Leg thickness', '40'],
    ])
    const picks = [['Age', 'old'], ['Worth', 'valued'], ['Finish near the joints', 'shellac']]
    const ask = 'A leg broke when it was tipped over.'
    await tellJob(hand, { wood: 'Elm, wych', customer: 'The chapel', ask, picks })
    await goRound(hand, {
      'left stretcher to left front leg': { key: '2', tell: [] },
      'cross stretcher to left stretcher': { key: '3', tell: [gap('Around, mouth', '.14'), glue('protein')] },
    })
    await hand.button('+ break')
    const sheet = await hand.page.locator('.stand .sheet').boundingBox()
    // The left front leg stands foremost, right of the middle: found once, it is one press.
    for (let y = sheet.height * 0.92; y > sheet.height * 0.6; y -= 12) {
      await hand.page.mouse.click(sheet.x + sheet.width * 0.6, sheet.y + y)
      if (await hand.page.locator('[data-testid="fault-mark"]').count()) break
    }
    hand.take('mouse')
    hand.clicks++
    hand.seconds += TAKES.point + TAKES.click
    for (const [label, text] of words.sizes) await hand.field(label, text)
    await hand.choose('The part is', 'in two pieces')
    await hand.choose('Surface', 'ragged')
  },
}
/** What the sizes of a break are called, and what was found of this one. */
const BREAK = {
  sizes: [['Slope of the break', '58'], ['Across the grain by', '46'], ['Gap when pressed', '.6'], ['How much is missing', '12']],
}

/** @returns what each piece took; `words` are the labels of another version of the program */
export async function enterPieces(words = BREAK) {
  const folder = mkdtempSync(join(tmpdir(), 'arreglo-entering-'))
  const server = await startServer({ dataFolder: folder })
  const args = ['--no-sandbox', '--disable-quic', '--disable-background-networking', '--disable-sync', '--no-first-run']
  const browser = await chromium.launch({ executablePath: needChromium(), args })
  const took = []
  for (const [name, enter] of Object.entries(PIECES)) {
    const context = await browser.newContext({ viewport: { width: 1280, height: 800 }, serviceWorkers: 'block' })
    const page = await context.newPage()
    page.setDefaultTimeout(15_000)
    await page.goto(server.url)
    await page.locator('h1').waitFor()
    const hand = new Hand(page)
    await enter(hand, words)
    await page.getByTestId('save-state').filter({ hasText: 'saved' }).waitFor()
    const id = new URL(page.url()).pathname.split('/')[2]
    const { piece } = await (await fetch(`${server.url}/api/pieces/${id}`)).json()
    const measured = Object.values(piece.shape.measures).filter(m => m.basis === 'measured').length
    const found = Object.values(piece.findings).filter(f => f.state !== 'not-tested').length
    // A hand that entered nothing would be the quickest.
    if (measured < 6 || found !== piece.joints.length) throw new Error(`${name} was not entered: ${measured}, ${found}`)
    took.push({ name, presses: hand.presses + hand.clicks, clicks: hand.clicks, seconds: Math.round(hand.seconds) })
    await context.close()
  }
  await browser.close()
  await server.stop()
  rmSync(folder, { recursive: true, force: true })
  return took
}
