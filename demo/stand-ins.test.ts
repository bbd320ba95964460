import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { receiveSvg } from '../server/artwork/receive'
import manifest from '../app/stand-ins.json'

it.each(manifest.pieces)(
  'the stand-in “$name” is the file the app asks for, its inks all have a place, and it can be painted from its map',
  async ({ id, hash, width, height }) => {
    const { file, map } = await receiveSvg(`${id}.svg`, readFileSync(join(__dirname, `stand-ins/${id}.svg`)))
    expect([file.hash, file.width, file.height]).toEqual([hash, width, height])
    const known = new Set(manifest.inks.map(([hex]) => hex))
    for (const { hex } of file.inks) expect(known.has(hex)).toBe(true)
    expect(map).not.toBeNull()
  },
)
