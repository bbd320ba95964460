import tailwindcss from '@tailwindcss/vite'

/** Types of core that no import leads to. */
const TYPES = ['../core/modules.d.ts', '../core/css-tree.d.ts', '../render/modules.d.ts']

export default defineNuxtConfig({
  compatibilityDate: '2026-03-01',
  ssr: false,
  modules: ['@pinia/nuxt'],
  components: [{ path: '~/components', pathPrefix: false }],
  css: ['~/assets/main.css'],
  devtools: { enabled: false },
  telemetry: false,
  experimental: { appManifest: false },
  app: {
    head: {
      htmlAttrs: { lang: 'en' },
      title: 'Plumbago',
      meta: [{ name: 'viewport', content: 'width=device-width, initial-scale=1' }],
      link: [{ rel: 'icon', type: 'image/svg+xml', href: '/mark.svg' }],
    },
  },
  vite: { plugins: [tailwindcss()], worker: { format: 'es' } },
  typescript: {
    strict: true,
    tsConfig: { compilerOptions: { noUncheckedIndexedAccess: true }, include: TYPES, exclude: ['../**/*.test.ts'] },
  },
  nitro: { typescript: { tsConfig: { include: TYPES } } },
})
