import { WebGLRenderer } from 'three'

let shared: WebGLRenderer | null | undefined

/**
 * The app's one renderer, made at the first stand; null where the browser has no WebGL. Its canvas moves from host to
 * host.
 */
export function sharedRenderer(): WebGLRenderer | null {
  if (shared !== undefined) return shared
  try {
    shared = new WebGLRenderer({ antialias: true, alpha: true, powerPreference: 'low-power' })
    shared.setClearAlpha(0)
    shared.domElement.style.display = 'block'
    shared.domElement.setAttribute('aria-hidden', 'true')
  }
  catch {
    shared = null
  }
  return shared
}
