import { defineStore } from 'pinia'
import { USUAL_SHOP } from '#core/reference/usual-shop'
import type { Shop } from '#core/reference/shop-settings'
import { errorsOf, type FieldErrors } from '~/composables/useApi'

/** The workshop's settings, shared by every screen. */
export const useShop = defineStore('shop', () => {
  const settings = shallowRef<Shop>(USUAL_SHOP)
  const loaded = ref(false)
  const errors = shallowRef<FieldErrors>({})

  async function load(): Promise<void> {
    settings.value = await $fetch<Shop>('/api/shop')
    loaded.value = true
  }

  /** Saves the settings. On a refusal the errors are kept by field, and the settings stay as they were. */
  async function save(next: Shop): Promise<boolean> {
    try {
      settings.value = await $fetch<Shop>('/api/shop', { method: 'PUT', body: next })
      errors.value = {}
      return true
    }
    catch (error) {
      errors.value = errorsOf(error)
      return false
    }
  }

  const change = (part: Partial<Shop>) => save({ ...settings.value, ...part })
  return { settings, loaded, errors, load, save, change }
})
