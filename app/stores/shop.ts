import { defineStore } from 'pinia'
import { shallowRef } from 'vue'
import type { ShopChange } from '#core/reference/shop-change'
import { USUAL_SHOP } from '#core/reference/usual-shop'
import type { Shop } from '#core/reference/shop-settings'
import { errorsOf, type FieldErrors } from '~/composables/useApi'

/** The workshop's settings, shared by every screen and every device. */
export const useShop = defineStore('shop', () => {
  const settings = shallowRef<Shop>(USUAL_SHOP)
  const errors = shallowRef<FieldErrors>({})

  /** Reads the settings; with the server out of reach they stay as they were. */
  async function load(): Promise<void> {
    settings.value = await $fetch<Shop>('/api/shop').catch(() => settings.value)
  }

  /** Tells the shop one thing. On a refusal the errors are kept by field, and the settings stay as they were. */
  async function tell(change: ShopChange): Promise<boolean> {
    try {
      settings.value = await $fetch<Shop>('/api/shop', { method: 'POST', body: { changes: [change] } })
      errors.value = {}
      return true
    }
    catch (error) {
      errors.value = errorsOf(error)
      return false
    }
  }

  return { settings, errors, load, tell }
})
