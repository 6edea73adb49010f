import { parseLength } from '#core/measure/length'
import { parseTemperatureC } from '#core/measure/temperature'
import type { ShopChange } from '#core/reference/shop-change'

/** Tells the shop one thing at a time from a form, and keeps beside each field why it was refused. */
export function useShopForm() {
  const shop = useShop()
  const { settings } = storeToRefs(shop)
  const { units } = useUnits()
  const errors = ref<Record<string, string>>({})

  const refuse = (field: string, message: string) => {
    errors.value = { ...errors.value, [field]: message }
  }

  async function keep(field: string, change: ShopChange): Promise<boolean> {
    const saved = await shop.tell(change)
    // What was told is one change with one value: the field beside it says which.
    const nameOf = (path: string) =>
      path
        .split('.')
        .filter(x => x !== 'changes' && x !== 'value' && !/^\d+$/.test(x))
        .at(-1) ?? ''
    const own = Object.entries(shop.errors)
      .map(([path, message]) => `${nameOf(path)} ${message}`.trim())
      .join(' ')
    refuse(field, saved ? '' : own)
    return saved
  }

  function number(field: string, text: string, put: (n: number) => ShopChange): void {
    const n = Number(text.replace(',', '.').replace('%', ''))
    if (text.trim() === '' || !Number.isFinite(n)) refuse(field, `“${text}” is not a number: type one such as 46.`)
    else void keep(field, put(n))
  }

  function length(field: string, text: string, put: (mm: number) => ShopChange): void {
    const read = parseLength(text, units.value)
    if (!read.ok) refuse(field, read.issues[0]!.message)
    else void keep(field, put(read.value.mm))
  }

  function temperature(field: string, text: string, put: (celsius: number) => ShopChange): void {
    const read = parseTemperatureC(text)
    if (!read.ok) refuse(field, read.issues[0]!.message)
    else void keep(field, put(read.value))
  }

  return { settings, errors, keep, refuse, number, length, temperature }
}

/** What was typed into a field that has just changed. */
export const typedIn = (e: Event): string => (e.target as HTMLInputElement).value
