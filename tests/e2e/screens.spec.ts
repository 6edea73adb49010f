import { AxeBuilder } from '@axe-core/playwright'
import { test as base } from '@playwright/test'
import { expect, Workshop } from './harness'

/** One workshop with the demo in it for all screens a worker looks at: nothing is changed here. */
const test = base.extend<object, { demo: Workshop }>({
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
  ...STEPS.map(step => `/piece/vestry-chair/${step}`),
]

for (const path of SCREENS) {
  test(`${path} has no serious accessibility faults and does not scroll sideways on a phone, by day and by lamp`, async ({
    page,
    demo,
  }) => {
    await page.goto(demo.url + path)
    for (const colorScheme of ['light', 'dark'] as const) {
      await page.emulateMedia({ colorScheme })
      await page.setViewportSize({ width: 1280, height: 800 })
      await page.locator('h1').first().waitFor()
      await page.waitForTimeout(250)
      // By lamp only the colours are others; what is inside a drawing has a name of its own and nothing to be read.
      const axe = new AxeBuilder({ page }).exclude('svg')
      const { violations } = await (
        colorScheme === 'light' ? axe.withTags(['wcag2a', 'wcag2aa', 'wcag21aa']) : axe.withRules(['color-contrast'])
      ).analyze()
      const serious = violations.filter(v => v.impact === 'serious' || v.impact === 'critical')
      expect(serious.map(v => `${colorScheme}: ${v.id} ${v.nodes[0]?.html}`)).toEqual([])
      await page.setViewportSize({ width: 360, height: 740 })
      await page.waitForTimeout(200)
      expect(await page.evaluate(() => document.documentElement.scrollWidth), 'at 360 px').toBeLessThanOrEqual(360)
      expect(await page.evaluate(pastTheEdge), 'at 360 px').toEqual([])
    }
  })
}
