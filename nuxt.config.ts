import tailwindcss from '@tailwindcss/vite'
import { marked } from 'marked'
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

/** A node of a syntax tree (ESTree), as far as it is looked at here. */
interface SyntaxNode {
  type: string
  start: number
  end: number
  name?: string
  callee?: SyntaxNode
  object?: SyntaxNode
  declaration?: SyntaxNode | null
  declarations?: Array<{ init?: SyntaxNode | null }>
}

/** The name that a chain of calls and members begins with: `z` of `z.object({}).optional()`. */
const rootOf = (node: SyntaxNode | undefined): string | undefined =>
  node?.type === 'Identifier' ? node.name : node && rootOf(node.callee ?? node.object)

/**
 * Declaring a schema has no effect, which a bundler cannot know: declarations in core are marked as pure, so that those nobody reads
 * with are left out of the page and its workers, and Zod with them.
 */
const pureSchemas = {
  name: 'pure-schemas',
  transform(this: { parse: (code: string) => unknown }, code: string, id: string) {
    if (!/\/core\/.*\.ts$/.test(id) || !/\bz\b|Schema\b/.test(code)) return null
    const { body } = this.parse(code) as { body: SyntaxNode[] }
    const calls = body
      .flatMap(node => (node.declaration ?? node).declarations ?? [])
      .flatMap(({ init }) => (init?.type === 'CallExpression' ? [init] : []))
      .filter(init => /^(?:z|listOf|recordOf|limitSize|\w+Schema)$/.test(rootOf(init) ?? ''))
    const wrapped = calls.reduceRight(
      (text, { start, end }) =>
        `${text.slice(0, start)}/* @__PURE__ */ (() => ${text.slice(start, end)})()${text.slice(end)}`,
      code,
    )
    return { code: wrapped, map: null }
  },
}

/** Turns off Zod's test for `eval`, which our policy forbids and browsers log as an error. */
const zodWithoutEval = {
  name: 'zod-without-eval',
  transform: (code: string, id: string) =>
    id.endsWith('zod/v4/core/core.js')
      ? { code: code.replace('globalConfig = {}', 'globalConfig = { jitless: true }'), map: null }
      : null,
}

/** Small modules that most steps share: they come as one file. */
const SMALL = /\/app\/(?:composables|components\/control|stores|words|directives|browser)|@heroicons/

/** Makes docs/guide.md into HTML with its tasks; its pictures are those of docs/screenshots, served under /guide/. */
const guide = {
  name: 'guide',
  transform: async (code: string, id: string) => {
    if (!id.endsWith('docs/guide.md')) return null
    const tasks: Array<{ id: string; title: string }> = []
    const html = (await marked.parse(code))
      .replaceAll('src="screenshots/', 'loading="lazy" src="/guide/')
      .replace(/<h2>(.*?)<\/h2>/g, (_, title: string) => {
        const anchor = title.toLowerCase().replace(/[^a-z]+/g, '-')
        tasks.push({ id: anchor, title })
        return `<h2 id="${anchor}">${title}</h2>`
      })
    return { code: `export default ${JSON.stringify({ html, tasks })}`, map: null }
  },
}

export default defineNuxtConfig({
  compatibilityDate: '2026-03-01',
  ssr: false,
  alias: { '#core': fileURLToPath(new URL('core', import.meta.url)) },
  modules: ['@pinia/nuxt'],
  components: [{ path: '~/components', pathPrefix: false }],
  // what a file uses it says, so that the structure check sees it; only components come by their names
  imports: { autoImport: false },
  css: ['~/assets/main.css', '~/assets/further-scripts.css'],
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
    build: {
      reportCompressedSize: false,
      cssCodeSplit: false,
      // what several parts of core share comes as one file: else a first visit makes twenty requests more
      rolldownOptions: {
        output: {
          codeSplitting: {
            groups: [
              { name: 'shared', minShareCount: 3, test: /\/core\// },
              { name: 'small', minShareCount: 3, maxModuleSize: 6000, test: SMALL },
            ],
          },
        },
      },
    },
    plugins: [tailwindcss(), withoutUnused, zodWithoutEval, pureSchemas, guide],
    worker: {
      format: 'es',
      plugins: () => [zodWithoutEval, pureSchemas],
    },
    // no component here or in a package used says what it is by options
    define: { __VUE_OPTIONS_API__: 'false' },
  },
  hooks: {
    // workers are fetched when they are started; the fonts of the interface at once, with the first scripts
    'build:manifest': manifest => {
      const fonts = Object.keys(manifest).filter(key => /-latin-wght-normal\.[^/]*woff2$/.test(key))
      for (const font of fonts) if (manifest[font]) manifest[font].preload = true
      for (const chunk of Object.values(manifest)) {
        chunk.assets = (chunk.assets ?? []).filter(file => !/\.worker-/.test(file))
        if (chunk.isEntry) chunk.assets = [...new Set([...chunk.assets, ...fonts])]
      }
    },
  },
  typescript: {
    strict: true,
    tsConfig: { compilerOptions: { noUncheckedIndexedAccess: true }, include: TYPES, exclude: ['../**/*.test.ts'] },
  },
  nitro: {
    // Brotli at its best takes longer than the whole build; answers are compressed as they go (server/compression.ts)
    publicAssets: [{ dir: fileURLToPath(new URL('docs/screenshots', import.meta.url)), baseURL: '/guide' }],
    compressPublicAssets: { gzip: true, brotli: false },
    // packages are taken from where they are installed; a build that is moved is built anew (bin/ground.sh)
    externals: { trace: false },
    typescript: { tsConfig: { include: TYPES } },
  },
})
