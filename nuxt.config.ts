import { fileURLToPath } from 'node:url'
import license from 'rollup-plugin-license'
import messages from '@intlify/unplugin-vue-i18n/vite'
import tailwindcss from '@tailwindcss/vite'
import { writeLicences, type Bundled } from './scripts/licences'
import { bundleWorker } from './server/compute/bundle'

/** Libraries that the page's scripts were bundled from. */
let bundled: Bundled[] = []

const DESCRIPTION =
  'Sizes rain barrels, water butts and linked totes from a roof and its rain, and fits diverters, first flush, taps and overflow.'

export default defineNuxtConfig({
  modules: ['@pinia/nuxt', '@nuxtjs/i18n', '@vite-pwa/nuxt', '@nuxt/eslint', 'nuxt-security'],
  // Everything a person makes lives in their browser, so there is nothing to render on a server.
  ssr: false,
  alias: { '#core': fileURLToPath(new URL('./core', import.meta.url)) },
  // A room's tables and composables stand beside its components.
  components: [{ path: '~/components', pathPrefix: false, extensions: ['vue'] }],
  imports: {
    autoImport: true,
    // Composables of one room stand in it, shared ones in a folder of their own.
    dirs: ['stores', 'composables', 'components/*/use*.ts'],
    presets: [{ from: '@vueuse/core', imports: ['useElementSize', 'useEventListener', 'useMediaQuery', 'usePreferredDark'] }],
  },
  devtools: { enabled: false },
  app: {
    head: {
      htmlAttrs: { lang: 'en' },
      title: 'Vernal Cask',
      meta: [
        { name: 'description', content: DESCRIPTION },
        { name: 'theme-color', content: '#DCE5E0' },
      ],
      link: [
        { rel: 'icon', href: '/icon.svg', type: 'image/svg+xml' },
        { rel: 'apple-touch-icon', href: '/apple-touch-icon.png' },
        { rel: 'manifest', href: '/manifest.webmanifest' },
      ],
    },
  },
  spaLoadingTemplate: true,
  css: ['~/assets/css/main.css'],
  sourcemap: { client: false, server: false },
  compatibilityDate: '2026-05-01',
  runtimeConfig: {
    demo: false,
    /** Requests a minute from one address to what has to be reckoned; 0 for no limit. */
    limitPerMinute: 0,
    /** Whether a proxy stands before it that tells whom it speaks for. */
    behindProxy: false,
  },
  // A first view fetches what it shows; the rest comes with the service worker's own store, or when a link is reached for.
  experimental: { defaults: { nuxtLink: { prefetchOn: { interaction: true, visibility: false } } } },
  hooks: {
    'build:manifest'(manifest) {
      for (const chunk of Object.values(manifest)) chunk.prefetch = false
    },
    'nitro:init'(nitro) {
      // Before the server is bundled: it learns then which files there are to hand out.
      nitro.hooks.hook('rollup:before', () => writeLicences(nitro.options.output.publicDir, bundled))
      nitro.hooks.hook('compiled', () => bundleWorker(nitro.options.output.serverDir))
    },
  },
  nitro: { prerender: { routes: ['/'], crawlLinks: false }, compressPublicAssets: true },
  vite: {
    plugins: [
      tailwindcss(),
      license({ thirdParty: { output: (dependencies) => (bundled = [...bundled, ...dependencies]) } }),
      // English words of a job's stations are fetched with a job, not with the jobs: see `app/locales/layWords.ts`. Other
      // languages are fetched by the module, all of one at once.
      messages({
        include: ['job', 'build', 'log', 'survey', 'help', 'desk'].map((folder) =>
          fileURLToPath(new URL(`./app/locales/${folder}/en-*.json`, import.meta.url)),
        ),
        runtimeOnly: false,
        dropMessageCompiler: true,
      }),
    ],
    optimizeDeps: {
      include: [
        '@headlessui/vue',
        '@vueuse/core',
        'chart.js',
        'comlink',
        'd3-random',
        'dexie',
        'immer',
        'papaparse',
        'simple-statistics',
        'vue-chartjs',
        'yup',
      ],
    },
    worker: { format: 'es' },
  },
  typescript: { strict: true },
  telemetry: false,
  eslint: { config: { stylistic: false } },
  i18n: {
    strategy: 'no_prefix',
    defaultLocale: 'en-GB',
    locales: [
      { code: 'en-GB', language: 'en-GB', name: 'British', files: ['en-GB.json'] },
      // American is British with the words that differ laid over it, so that words linked inside a message differ too.
      { code: 'en-US', language: 'en-US', name: 'American', files: ['en-GB.json', 'en-US.json'] },
      // All of it at once, and only for those who read it.
      {
        code: 'de-DE',
        language: 'de-DE',
        name: 'Deutsch',
        files: ['', 'job/', 'build/', 'log/', 'survey/', 'help/', 'desk/'].map((folder) => `${folder}de-DE.json`),
      },
    ],
    langDir: '../app/locales',
    detectBrowserLanguage: false,
    // Words are compiled when the application is built; no compiler goes with them.
    bundle: { runtimeOnly: true, dropMessageCompiler: true },
    vueI18n: '../app/i18n.config.ts',
  },
  pwa: {
    registerType: 'prompt',
    manifest: {
      name: 'Vernal Cask',
      short_name: 'Vernal Cask',
      theme_color: '#DCE5E0',
      background_color: '#E8EEEA',
      description: DESCRIPTION,
      lang: 'en',
      start_url: '/',
      display: 'standalone',
      icons: [
        { src: '/icon.svg', sizes: 'any', type: 'image/svg+xml' },
        { src: '/icon-192.png', sizes: '192x192', type: 'image/png' },
        { src: '/icon-512.png', sizes: '512x512', type: 'image/png' },
        { src: '/icon-maskable-512.png', sizes: '512x512', type: 'image/png', purpose: 'maskable' },
      ],
      // A job's file opened from the device's own files is imported, with the same questions as by the button.
      file_handlers: [{ action: '/', accept: { 'application/json': ['.json'] } }],
    },
    workbox: {
      // Fonts of PDFs (woff) too: a sheet is wanted on a roof without a signal.
      globPatterns: ['**/*.{js,css,html,svg,woff,woff2,json}'],
      navigateFallback: '/',
      navigateFallbackDenylist: [/^\/api\//, /^\/licences\.txt/, /^\/job\.schema\.json/],
    },
    client: { installPrompt: false, periodicSyncForUpdates: 3600 },
  },
  security: {
    removeLoggers: false,
    rateLimiter: false,
    corsHandler: false,
    // Bodies are counted as they come and held to their schema; a search for tags in them is slow and refuses honest words.
    xssValidator: false,
    requestSizeLimiter: false,
    headers: {
      strictTransportSecurity: false,
      crossOriginEmbedderPolicy: false,
      contentSecurityPolicy: {
        'default-src': ["'self'"],
        'base-uri': ["'none'"],
        'connect-src': ["'self'"],
        'font-src': ["'self'"],
        'form-action': ["'self'"],
        'frame-ancestors': ["'none'"],
        'img-src': ["'self'", 'data:'],
        'manifest-src': ["'self'"],
        'object-src': ["'none'"],
        'script-src-attr': ["'none'"],
        // What is told to the machine in its own words comes with the application, like its scripts.
        'script-src': ["'self'", "'nonce-{{nonce}}'", "'wasm-unsafe-eval'"],
        'style-src': ["'self'"],
        'worker-src': ["'self'"],
        'upgrade-insecure-requests': false,
      },
    },
  },
  // Vite puts styles inline while developing, and Nuxt 4.4.5 without server rendering only starts with this API.
  $development: {
    experimental: { viteEnvironmentApi: true },
    security: { headers: { contentSecurityPolicy: false } },
  },
})
