import { fileURLToPath } from 'node:url'
import tailwindcss from '@tailwindcss/vite'

const core = fileURLToPath(new URL('./core', import.meta.url))

export default defineNuxtConfig({
  compatibilityDate: '2026-11-01',
  telemetry: false,
  devtools: { enabled: false },
  modules: ['@pinia/nuxt', '@nuxt/eslint', 'nuxt-security'],
  css: ['~/assets/main.css'],
  alias: { '#core': core },
  nitro: { alias: { '#core': core }, esbuild: { options: { target: 'node20' } } },
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
        'vue-sonner',
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
        'style-src': ["'self'", "'unsafe-inline'"],
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
