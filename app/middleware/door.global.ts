import { DOOR_PATH, lookAtDoor, useDoor } from '~/composables/useDoor'

/** A device that was not let in sees the page that asks for the passphrase, whatever it opens. */
export default defineNuxtRouteMiddleware(async (to) => {
  const answer = useDoor().value ?? (await lookAtDoor())
  if (!answer) return
  if (!answer.isOpen && to.path !== DOOR_PATH) return navigateTo({ path: DOOR_PATH, query: { to: to.path } })
  if (answer.isOpen && to.path === DOOR_PATH) return navigateTo('/')
})
