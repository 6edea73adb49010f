import { createHash } from 'node:crypto'
import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { build } from 'esbuild'

const core = fileURLToPath(new URL('./core', import.meta.url))

/** The sources plans are made with, as one name: plans made with others are made anew. */
function coreHash(): string {
  const files = readdirSync(core, { recursive: true, encoding: 'utf8' })
    .filter(f => f.endsWith('.ts') && !f.endsWith('.test.ts'))
    .sort()
  const hash = createHash('sha256')
  for (const file of files) hash.update(file).update(readFileSync(join(core, file)))
  return hash.digest('base64url').slice(0, 16)
}

/**
 * The server plans for its lists in a thread of its own, whose program is a file of its own: the server's would start
 * another server.
 */
const bundlePlanner = (outfile: string) =>
  build({
    entryPoints: [fileURLToPath(new URL('./server/bench/planning-worker.ts', import.meta.url))],
    outfile,
    bundle: true,
    minify: true,
    format: 'esm',
    platform: 'node',
    target: 'node20',
    alias: { '#core': core },
  })

export default defineNuxtConfig({
  modules: ['@nuxt/ui', '@pinia/nuxt', '@nuxt/eslint', '@vite-pwa/nuxt'],
  // Nuxt 4.4.5 does not start in development with `ssr: false`; by route it does, and comes to the same.
  $development: { ssr: true, routeRules: { '/**': { ssr: false } } },
  ssr: false,
  // Folders follow the steps of the work; a component is called by its file's own name.
  components: [{ path: '~/components', pathPrefix: false }],
  devtools: { enabled: false },
  app: {
    head: {
      htmlAttrs: { lang: 'en' },
      title: 'Arreglo',
      link: [{ rel: 'icon', href: '/peg.svg', type: 'image/svg+xml' }],
    },
    spaLoaderAttrs: { id: 'arreglo-loading' },
  },
  css: ['~/assets/main.css'],
  colorMode: { preference: 'system', fallback: 'light', storageKey: 'arreglo-lamp' },
  ui: { fonts: false, theme: { colors: ['primary', 'neutral', 'error'] } },
  runtimeConfig: { coreHash: coreHash() },
  alias: { '#core': core },
  // A page that is being worked on is not thrown away because the server is gone for a moment.
  experimental: {
    emitRouteChunkError: 'manual',
    defaults: { nuxtLink: { prefetchOn: { visibility: false, interaction: true } } },
  },
  compatibilityDate: '2026-05-01',
  // The shell a page starts from with the server gone: a page of its own, because a build without server rendering
  // has none.
  nitro: {
    preset: 'node-server',
    prerender: { routes: ['/200.html'], crawlLinks: false },
    esbuild: { options: { target: 'es2022' } },
  },
  vite: {
    worker: { format: 'es' },
    optimizeDeps: {
      include: [
        'comlink',
        'idb',
        'zod',
        'fraction.js',
        'gl-matrix',
        'ml-matrix',
        'echarts/core',
        'echarts/charts',
        'echarts/components',
        'echarts/renderers',
        'vue-echarts',
      ],
    },
  },
  typescript: { strict: true, tsConfig: { compilerOptions: { noUncheckedIndexedAccess: true } } },
  telemetry: false,
  // A workshop's tablet fetches a screen's code when the screen is opened, not all of it at the first.
  hooks: {
    'nitro:init': async (nitro) => {
      const { dev, buildDir, output } = nitro.options
      if (dev) { await bundlePlanner(join(buildDir, 'dev', 'planning-worker.mjs')) }
      else {
        nitro.hooks.hook('compiled', async () => {
          await bundlePlanner(join(output.serverDir, 'planning-worker.mjs'))
        })
      }
    },
    'build:manifest': (manifest) => {
      for (const file of Object.values(manifest)) file.prefetch = false
    },
  },
  eslint: { config: { stylistic: { braceStyle: 'stroustrup' } } },
  icon: { serverBundle: 'local', fallbackToApi: false, clientBundle: { scan: true } },
  // What the pieces are stands in the device's own keeping, not in this cache: it holds the program and nothing of
  // anybody's.
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
