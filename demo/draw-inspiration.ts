import { writeFile } from 'node:fs/promises'
import { inspirations } from './inspiration/compose'

/* Writes the schemes of the inspiration shelf's stand-in: npm run draw */
const lines = inspirations().map(scheme => `  ${JSON.stringify(scheme)}`)
await writeFile(new URL('../server/inspiration/schemes.json', import.meta.url), `[\n${lines.join(',\n')}\n]\n`)
