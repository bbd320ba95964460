import tailwindcss from '@tailwindcss/vite'
import { fileURLToPath } from 'node:url'

/** Types of core that no import leads to. */
const TYPES = ['../core/modules.d.ts', '../core/css-tree.d.ts', '../render/modules.d.ts']

/** Ways of Nuxt to fetch for a page, which do something as soon as they are there: left out where nobody asks for them. */
const withoutUnused = {
  name: 'without-unused',
  transform: (code: string, id: string) =>
    /nuxt\/dist\/app\/composables\/(asyncData|fetch)\.js$/.test(id)
      ? { code, map: null, moduleSideEffects: false }
      : null,
}

export default defineNuxtConfig({
  compatibilityDate: '2026-03-01',
  ssr: false,
  alias: { '#core': fileURLToPath(new URL('core', import.meta.url)) },
  modules: ['@pinia/nuxt'],
  components: [{ path: '~/components', pathPrefix: false }],
  // what a file uses it says, so that the structure check sees it; only components come by their names
  imports: { autoImport: false },
  css: ['~/assets/main.css'],
  devtools: { enabled: false },
  telemetry: false,
  sourcemap: false, // the server's code stays readable as it is
  experimental: { appManifest: false, renderJsonPayloads: false },
  app: {
    head: {
      htmlAttrs: { lang: 'en' },
      title: 'Plumbago',
      meta: [{ name: 'viewport', content: 'width=device-width, initial-scale=1' }],
      link: [{ rel: 'icon', type: 'image/svg+xml', href: '/mark.svg' }],
    },
  },
  // Tailwind's plugin and Lightning CSS do what these would do once more
  postcss: { plugins: { autoprefixer: false, cssnano: false } },
  vite: {
    build: { reportCompressedSize: false },
    plugins: [tailwindcss(), withoutUnused],
    worker: { format: 'es' },
    // no component here or in a package used says what it is by options
    define: { __VUE_OPTIONS_API__: 'false' },
  },
  typescript: {
    strict: true,
    tsConfig: { compilerOptions: { noUncheckedIndexedAccess: true }, include: TYPES, exclude: ['../**/*.test.ts'] },
  },
  nitro: {
    // Brotli at its best takes longer than the whole build; answers are compressed as they go (server/compression.ts)
    compressPublicAssets: { gzip: true, brotli: false },
    // packages are taken from where they are installed; a build that is moved is built anew (bin/ground.sh)
    externals: { trace: false },
    typescript: { tsConfig: { include: TYPES } },
  },
})
