const NAMES = {
  ink: '--ink',
  soft: '--soft',
  rule: '--rule',
  blue: '--blue',
  blueWash: '--blue-wash',
  sheet: '--sheet',
} as const

/** The workshop's colours as values, for canvases that know no style sheet; they follow the lamp. */
export function useChartColours() {
  const mode = useColorMode()
  return computed(() => {
    void mode.value
    const style = getComputedStyle(document.documentElement)
    return Object.fromEntries(
      Object.entries(NAMES).map(([key, name]) => [key, style.getPropertyValue(name).trim()]),
    ) as Record<keyof typeof NAMES, string>
  })
}
