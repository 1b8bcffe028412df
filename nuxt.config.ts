import { fileURLToPath } from 'node:url'
import type { Plugin as RollupPlugin } from 'rollup'
import tailwindcss from '@tailwindcss/vite'

const file = (path: string) => fileURLToPath(new URL(path, import.meta.url))
const root = file('./')
const core = file('./core')
const SHARED = /^server\/(settings|watch|problems|db|live|media|shots|jobs)\b/

/** The program of the server's threads (server/jobs), a file beside the server. */
const threads: RollupPlugin = {
  name: 'fintro-threads',
  buildStart() {
    this.emitFile({ type: 'chunk', id: file('./server/jobs/worker.ts'), fileName: 'jobs.mjs' })
  },
  // What threads share with the server stands apart from it, or each thread would be a server of its own.
  outputOptions: given => ({
    ...given,
    manualChunks: (id, info) => {
      if (id.startsWith(core)) return 'core'
      if (SHARED.test(id.slice(root.length))) return 'shared'
      return typeof given.manualChunks === 'function' ? given.manualChunks(id, info) : undefined
    },
  }),
}

export default defineNuxtConfig({
  compatibilityDate: '2026-11-01',
  telemetry: false,
  devtools: { enabled: false },
  modules: ['@pinia/nuxt', '@nuxt/eslint', 'nuxt-security'],
  css: ['~/assets/main.css'],
  alias: { '#core': core },
  nitro: {
    alias: { '#core': core },
    // Scripts that the page of the routes shows.
    serverAssets: [{ baseName: 'scripts', dir: file('./docs/scripts') }],
    esbuild: { options: { target: 'node20' } },
    // Kept compressed beside each other: nothing is compressed anew for a request.
    compressPublicAssets: { gzip: true, brotli: true },
  },
  // What is built serves by an entry of our own: limits in time, problems in words, an orderly end.
  $production: { nitro: { entry: file('./server/main.ts'), rollupConfig: { plugins: [threads] } } },
  // Rooms name what they take from each other: lint holds that arrows run one way only.
  imports: { scan: false },
  components: false,
  app: {
    head: {
      title: 'Fintro',
      htmlAttrs: { lang: 'en' },
      link: [{ rel: 'icon', type: 'image/svg+xml', href: '/fintro.svg' }],
    },
  },
  vite: {
    plugins: [tailwindcss()],
    worker: { format: 'es' },
    optimizeDeps: {
      include: [
        'zod',
        '@vueuse/core',
        'idb',
        'comlink',
        'tinykeys',
        'perfect-freehand',
        'fflate',
        'fuse.js',
        'mediabunny',
        'gifenc',
        'pdf-lib',
        '@pdf-lib/fontkit',
        '@headlessui/vue',
        '@lucide/vue',
      ],
    },
  },
  security: {
    // Bodies are parsed by schemas of our own, with their own size limits.
    xssValidator: false,
    requestSizeLimiter: false,
    rateLimiter: false,
    corsHandler: false,
    headers: {
      crossOriginEmbedderPolicy: 'credentialless',
      contentSecurityPolicy: {
        'default-src': ["'self'"],
        'img-src': ["'self'", 'data:', 'blob:'],
        'font-src': ["'self'", 'data:'],
        'style-src': ["'self'", "'nonce-{{nonce}}'"],
        'script-src': ["'self'", "'nonce-{{nonce}}'"],
        'worker-src': ["'self'", 'blob:'],
        'connect-src': ["'self'"],
        'object-src': ["'none'"],
        'base-uri': ["'none'"],
        'frame-ancestors': ["'none'"],
        'upgrade-insecure-requests': false,
      },
      strictTransportSecurity: false,
    },
  },
  routeRules: {
    // Routes of the API answer data; server/http/api.ts gives them their own headers.
    '/api/**': { security: { enabled: false } },
    '/_nuxt/**': { headers: { 'cross-origin-embedder-policy': 'credentialless' } },
  },
  eslint: { config: { stylistic: false } },
  typescript: { strict: true },
})
