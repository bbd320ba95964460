import { build } from 'esbuild'
import { readFile, rm, writeFile } from 'node:fs/promises'
import { relative, resolve, sep } from 'node:path'
import { fileURLToPath } from 'node:url'

/*
 * Builds the command line and the file workers beside the server, so that they start without a compiler in front:
 * `bin/plumbago` runs what stands here as long as no source is newer. Files that lie beside a source (papers, migrations)
 * are found from where they are.
 */
const root = fileURLToPath(new URL('..', import.meta.url))
const out = resolve(root, '.output/cli')

const whereItWas = {
  name: 'where it was',
  setup({ onLoad }) {
    onLoad({ filter: /\.ts$/ }, async ({ path }) => {
      const text = await readFile(path, 'utf8')
      if (path.includes(`${sep}node_modules${sep}`) || !text.includes('import.meta.url') || path.endsWith('batch.ts'))
        return
      const from = JSON.stringify(relative(out, path).split(sep).join('/'))
      return { contents: text.replaceAll('import.meta.url', `new URL(${from}, import.meta.url).href`), loader: 'ts' }
    })
  },
}

await rm(out, { recursive: true, force: true })
await build({
  entryPoints: {
    plumbago: resolve(root, 'bin/plumbago.ts'),
    batchWorker: resolve(root, 'bin/batchWorker.ts'),
    fileWorker: resolve(root, 'server/workers/worker.ts'),
  },
  outdir: out,
  outExtension: { '.js': '.mjs' },
  bundle: true,
  splitting: true,
  format: 'esm',
  platform: 'node',
  target: 'node20',
  minifySyntax: true,
  // what is native, or looks for files of its own, stays where it is
  external: ['sharp', '@resvg/resvg-js', 'lcms-wasm', 'fontkit', 'pdfkit', 'svg-to-pdfkit', 'pino', 'color-name-list'],
  banner: {
    js: "import { createRequire as plumbagoRequire } from 'node:module'; const require = plumbagoRequire(import.meta.url);",
  },
  plugins: [whereItWas],
  logLevel: 'warning',
})
await writeFile(resolve(out, '.built'), '')
