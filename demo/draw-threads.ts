import { writeFile } from 'node:fs/promises'
import { threads } from './threads'

/* Writes the thread book that results can be restricted to: npm run draw */
const colors = threads().map(color => `    ${JSON.stringify(color)}`)
await writeFile(
  new URL('../app/thread-book.json', import.meta.url),
  `{\n  "title": "Breezeholm thread book",\n  "colors": [\n${colors.join(',\n')}\n  ]\n}\n`,
)
