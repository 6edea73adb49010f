import { fileURLToPath } from 'node:url'

const core = fileURLToPath(new URL('./core', import.meta.url))

/** Everything comes from this machine: the browser is told so as well. */
const CONTENT_POLICY = [
  'default-src \'self\'', 'base-uri \'none\'', 'object-src \'none\'', 'frame-ancestors \'none\'', 'form-action \'self\'', 'img-src \'self\' data: blob:',
  'script-src \'self\' \'unsafe-inline\'', 'style-src \'self\' \'unsafe-inline\'', 'connect-src \'self\'', 'worker-src \'self\' blob:', 'font-src \'self\'',
].join('; ')

export default defineNuxtConfig({
  modules: ['@nuxt/ui', '@pinia/nuxt', '@nuxt/eslint', '@vite-pwa/nuxt'],
  // Nuxt 4.4.5 does not start in development with `ssr: false`; by route it does, and comes to the same.
  $development: { ssr: true, routeRules: { '/**': { ssr: false } } },
  ssr: false,
  devtools: { enabled: false },
  app: { head: { htmlAttrs: { lang: 'en' }, title: 'Arreglo', link: [{ rel: 'icon', href: '/peg.svg', type: 'image/svg+xml' }] }, spaLoaderAttrs: { id: 'arreglo-loading' } },
  css: ['~/assets/main.css'],
  colorMode: { preference: 'system', fallback: 'light', storageKey: 'arreglo-lamp' },
  ui: { fonts: false, theme: { colors: ['primary', 'neutral', 'error'] } },
  alias: { '#core': core },
  routeRules: { '/**': { headers: { 'content-security-policy': CONTENT_POLICY, 'x-content-type-options': 'nosniff', 'referrer-policy': 'no-referrer' } } },
  // A page that is being worked on is not thrown away because the server is gone for a moment.
  experimental: { emitRouteChunkError: 'manual', defaults: { nuxtLink: { prefetchOn: { visibility: false, interaction: true } } } },
  compatibilityDate: '2026-05-01',
  // The shell a page starts from with the server gone: a page of its own, because a build without server rendering has none.
  nitro: { preset: 'node-server', prerender: { routes: ['/200.html'], crawlLinks: false } },
  vite: { worker: { format: 'es' }, optimizeDeps: { include: ['comlink', 'idb', 'zod', 'fraction.js', 'gl-matrix', 'ml-matrix', 'echarts/core', 'echarts/charts', 'echarts/components', 'echarts/renderers', 'vue-echarts'] } },
  typescript: { strict: true, tsConfig: { compilerOptions: { noUncheckedIndexedAccess: true } } },
  telemetry: false,
  // A workshop's tablet fetches a screen's code when the screen is opened, not all of it at the first.
  hooks: {
    'build:manifest': (manifest) => { for (const file of Object.values(manifest)) file.prefetch = false },
  },
  eslint: { config: { stylistic: { braceStyle: 'stroustrup' } } },
  icon: { serverBundle: 'local', fallbackToApi: false, clientBundle: { scan: true } },
  // What the pieces are stands in the device's own keeping, not in this cache: it holds the program and nothing of anybody's.
  pwa: {
    registerType: 'autoUpdate',
    manifest: false,
    client: { installPrompt: false },
    workbox: {
      navigateFallback: '/200',
      navigateFallbackDenylist: [/^\/api\//],
      globPatterns: ['**/*.{js,css,html,woff2,svg}'],
      globIgnores: ['**/*-{cyrillic,cyrillic-ext,greek,greek-ext,vietnamese,latin-ext}-*.woff2'],
    },
  },
})
