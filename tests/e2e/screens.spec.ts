import { AxeBuilder } from '@axe-core/playwright'
import { test as base, type Page } from '@playwright/test'
import { expect, heedErrors, Workshop } from './harness'
import { Reader } from './reader'

/** One workshop with the demo in it for all screens a worker looks at: nothing is changed here. */
const test = base.extend<{ errors: string[] }, { demo: Workshop }>({
  errors: [
    async ({ context }, use) => {
      const errors: string[] = []
      heedErrors(context, errors)
      await use(errors)
      expect(errors).toEqual([])
    },
    { auto: true },
  ],
  demo: [
    // eslint-disable-next-line no-empty-pattern
    async ({}, use) => {
      const workshop = await Workshop.open()
      await workshop.withDemo()
      await use(workshop)
      await workshop.close()
    },
    { scope: 'worker' },
  ],
})

/** Whatever can be seen past the right edge, but for what is inside a drawing. */
function pastTheEdge(): string[] {
  return Array.from(document.querySelectorAll('body *'))
    .filter((e) => {
      const { right, width, height } = e.getBoundingClientRect()
      return right > innerWidth + 1 && width > 2 && height > 2 && e.checkVisibility() && !e.closest('.stand, svg, .lane')
    })
    .map(e => `${e.tagName} ${e.textContent?.trim().slice(0, 40)}`)
    .slice(0, 3)
}

const STEPS = ['take-in', 'test', 'cause', 'mend', 'open-up', 'dry-run', 'glue-up', 'record']
const SCREENS = [
  '/',
  '/start',
  '/shop',
  '/quick',
  '/caliper',
  '/set/harbour-ladder-backs',
  '/bench/vestry-chair',
  '/piece/chapel-chair/test',
  '/piece/strand-rocker/take-in',
  '/piece/ferry-bench/take-in',
  '/piece/pursers-table/test',
  ...STEPS.map(step => `/piece/vestry-chair/${step}`),
]

/** By lamp only the colours are others. */
const ONLY_COLOURS = ['color-contrast']
const MODES = [
  { name: 'by day', colorScheme: 'light', width: 1280, height: 800, rules: undefined },
  { name: 'by lamp', colorScheme: 'dark', width: 1280, height: 800, rules: ONLY_COLOURS },
  { name: 'on a phone', colorScheme: 'light', width: 360, height: 740, rules: undefined },
  { name: 'on a phone by lamp', colorScheme: 'dark', width: 360, height: 740, rules: ONLY_COLOURS },
  // What a browser makes of 1280 by 800 when it shows everything at twice its size.
  { name: 'at twice the size', colorScheme: 'light', width: 640, height: 400, rules: undefined },
] as const

/** With all that is worked out for it there: what the page's own planner and the server's are at changes it later. */
async function openWhole(page: Page, url: string): Promise<void> {
  await page.goto(url)
  await page.locator('h1').first().waitFor({ timeout: 60_000 })
  await expect(page.locator('[aria-busy=true]')).toHaveCount(0, { timeout: 60_000 })
  await expect(page.getByTestId('stale')).toHaveCount(0, { timeout: 60_000 })
}

for (const path of SCREENS) {
  test(`${path} has no serious accessibility faults and nothing past its edge, by day, by lamp, on a phone, at twice the size`, async ({
    page,
    demo,
  }) => {
    await openWhole(page, demo.url + path)
    for (const { name, colorScheme, width, height, rules } of MODES) {
      await page.emulateMedia({ colorScheme })
      await page.setViewportSize({ width, height })
      await page.locator('h1').first().waitFor()
      await page.waitForTimeout(250)
      // What is inside a drawing has a name of its own and nothing to be read.
      const axe = new AxeBuilder({ page }).exclude('svg')
      const { violations } = await (rules ? axe.withRules([...rules]) : axe.withTags(['wcag2a', 'wcag2aa', 'wcag21aa']))
        .analyze()
      const serious = violations.filter(v => v.impact === 'serious' || v.impact === 'critical')
      expect(serious.map(v => `${v.id} ${v.nodes[0]?.html}`), name).toEqual([])
      expect(await page.evaluate(() => document.documentElement.scrollWidth), name).toBeLessThanOrEqual(width)
      expect(await page.evaluate(pastTheEdge), name).toEqual([])
    }
  })

  test(`${path} is told by a screen reader in order, every control with a name of its own`, async ({ page, demo }) => {
    await openWhole(page, demo.url + path)
    const reader = await Reader.of(page)
    await reader.expectInOrder()
  })
}
