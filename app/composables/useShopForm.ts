import { parseLength } from '#core/measure/length'
import { parseTemperatureC } from '#core/measure/temperature'
import type { ShopChange } from '#core/reference/shop-change'

/**
 * Tells the shop one thing at a time from a form, and keeps beside each field why it was refused. Each way of telling
 * answers whether it was taken.
 */
export function useShopForm() {
  const shop = useShop()
  const { settings } = storeToRefs(shop)
  const { units } = useUnits()
  const errors = ref<Record<string, string>>({})

  function refuse(field: string, message: string): void {
    errors.value = { ...errors.value, [field]: message }
  }
  function refused(field: string, message: string): false {
    refuse(field, message)
    return false
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

  async function number(field: string, text: string, put: (n: number) => ShopChange): Promise<boolean> {
    const n = Number(text.replace(',', '.').replace('%', ''))
    return text.trim() === '' || !Number.isFinite(n)
      ? refused(field, `“${text}” is not a number: type one such as 46.`)
      : await keep(field, put(n))
  }

  async function length(field: string, text: string, put: (mm: number) => ShopChange): Promise<boolean> {
    const read = parseLength(text, units.value)
    return read.ok ? await keep(field, put(read.value.mm)) : refused(field, read.issues[0]!.message)
  }

  async function temperature(field: string, text: string, put: (celsius: number) => ShopChange): Promise<boolean> {
    const read = parseTemperatureC(text, units.value)
    return read.ok ? await keep(field, put(read.value)) : refused(field, read.issues[0]!.message)
  }

  return { settings, errors, keep, refused, number, length, temperature }
}
