import { execFile } from 'node:child_process'
import { mkdir, mkdtemp, readFile, rm, writeFile } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { gunzipSync, gzipSync } from 'node:zlib'
import sharp from 'sharp'
import { lchOf } from '#core/color/convert'
import { readColors } from '#core/formats/read/read'
import { ladder, LADDERS } from '#core/harmony/ladder'
import { apply, NOTHING_KNOWN } from '#core/commands/commands'
import { newProject } from '#core/scheme/create'
import { receiveSvg } from '../server/artwork/receive'
import { runHere, type Ended } from '../tests/cli'
import { fullIt } from '../tests/runs'

const root = join(__dirname, '..')
const poster = join(root, 'demo/artwork/poster.svg')

/** Runs the command line as a process of its own, as a shell does. */
const inProcess = (...words: string[]): Promise<Ended> =>
  new Promise(resolve => {
    execFile(join(root, 'bin/plumbago'), words, { maxBuffer: 1e8 }, (error, out, err) =>
      resolve({ code: error ? Number(error.code) : 0, out, err }),
    )
  })

/** Runs the command line; a batch hands files to processes, which only one of its own has. */
const plumbago = (...words: string[]): Promise<Ended> => (words[0] === 'batch' ? inProcess : runHere)(...words)
const scratch = (): Promise<string> => mkdtemp(join(tmpdir(), 'plumbago-'))

describe('the command line', () => {
  it('lists inks with areas and uses', async () => {
    const { code, out } = await plumbago('inks', join(root, 'demo/artwork/badge.svg'), '--json')
    const text = JSON.parse(out) as { inks: Array<{ hex: string; area: number; uses: number }>; removed: unknown[] }
    expect(code).toBe(0)
    expect(text.removed).toEqual([])
    expect(text.inks).toHaveLength(5)
    expect(text.inks[0]).toEqual({
      hex: '#222a52',
      area: expect.any(Number) as number,
      uses: 2,
      beside: expect.any(Array) as [],
    })
    expect(text.inks.reduce((sum, { area }) => sum + area, 0)).toBeCloseTo(1, 2)
  })

  it('remaps the colors named and nothing else; an empty map writes the file unchanged', async () => {
    const out = join(await scratch(), 'deep/out.svg')
    await plumbago('remap', poster, '--map', '', '-o', out)
    expect(await readFile(out)).toEqual(await readFile(poster))
    expect((await plumbago('remap', poster, '--map', '#222a52=#ddeeff,d45d48=teal', '-o', out)).code).toBe(0)
    const source = await readFile(poster, 'utf8')
    expect(await readFile(out, 'utf8')).toBe(source.replaceAll('#222a52', '#ddeeff').replaceAll('#d45d48', '#008080'))
  })

  it('does a whole tree, goes on after a bad file and says which failed', async () => {
    const [from, to] = [await scratch(), await scratch()]
    await mkdir(join(from, 'a/b'), { recursive: true })
    await writeFile(join(from, 'a/b/good.svg'), '<svg xmlns="http://www.w3.org/2000/svg"><rect fill="#111111"/></svg>')
    await writeFile(join(from, 'a/bad.svg'), '<svg><g>')
    await writeFile(join(from, 'z.svg'), '<svg xmlns="http://www.w3.org/2000/svg"><script/><rect fill="#111"/></svg>')
    await writeFile(join(from, 'map.json'), '{"#111111":"#222222"}')
    const { code, out, err } = await plumbago('batch', from, '--map-file', join(from, 'map.json'), '-o', to)
    expect(code).toBe(2)
    expect(out).toContain('2 of 3 files remapped.')
    expect(out).toMatch(/Failed:\n.*bad\.svg: The file ends in the middle/)
    expect(err).toContain('took out a script')
    expect(await readFile(join(to, 'a/b/good.svg'), 'utf8')).toContain('#222222')
    expect(await readFile(join(to, 'z.svg'), 'utf8')).toContain('fill="#222"')
  })

  describe('PDF', () => {
    const card = join(root, 'demo/print/brochure.pdf')
    const shell = (command: string, ...words: string[]): Promise<Ended> =>
      new Promise(resolve => {
        execFile(command, words, (error, out, err) => resolve({ code: error ? Number(error.code) : 0, out, err }))
      })

    it('has inks with what they are in the file', async () => {
      const { inks } = JSON.parse((await plumbago('inks', card)).out) as {
        inks: Array<{
          hex: string
          stays?: boolean
          inPdf: Array<{ space: string; values: number[]; spots?: string[] }>
        }>
      }
      expect(inks.find(({ hex }) => hex === '#e24b43')?.inPdf).toEqual([
        { space: 'spot', values: [1], spots: ['Festival Red'] },
      ])
      expect(inks.filter(({ stays }) => stays).map(({ inPdf }) => inPdf[0])).toEqual([
        { space: 'cmyk', values: [0, 0, 0, 1] },
      ])
    })
    it('is remapped by pairs and by a scheme, with its password, for a paper; unchanged it comes out byte for byte', async () => {
      const folder = await scratch()
      const [scheme, out, secret, password] = ['s.txt', 'out.pdf', 'secret.pdf', 'password'].map(name =>
        join(folder, name),
      ) as [string, string, string, string]
      await writeFile(scheme, '#0f6d5f #f2cc8f #e07a5f #f4f1de #3d405b')
      await plumbago('remap', card, '--map', '', '-o', out)
      expect(await readFile(out)).toEqual(await readFile(card))
      expect((await plumbago('remap', card, '--scheme', scheme, '--profile', 'uncoated', '-o', out)).code).toBe(0)
      expect((await shell('qpdf', '--check', out)).out).toContain('No syntax or stream encoding errors')
      expect((await shell('pdftotext', out, '-')).out).toBe((await shell('pdftotext', card, '-')).out)
      const { inks } = JSON.parse((await plumbago('inks', out)).out) as {
        inks: Array<{ inPdf: Array<{ space: string }> }>
      }
      expect(new Set(inks.flatMap(({ inPdf }) => inPdf.map(({ space }) => space)))).toEqual(new Set(['cmyk']))
      await shell('qpdf', '--encrypt', 'sails', 'owner', '256', '--', card, secret)
      await writeFile(password, 'sails\n')
      const refused = await plumbago('remap', secret, '--map', '', '-o', out)
      expect([refused.code, refused.err]).toEqual([2, expect.stringContaining('protected by a password')])
      expect((await plumbago('remap', secret, '--map', '', '--password', password, '-o', out)).code).toBe(0)
    })
    it('has its pictures in the new colors where that is asked for', async () => {
      const folder = await scratch()
      const [scheme, out] = [join(folder, 's.txt'), join(folder, 'out.pdf')]
      await writeFile(scheme, '#0f6d5f #f2cc8f #e07a5f #f4f1de #3d405b')
      expect((await plumbago('remap', card, '--scheme', scheme, '--also', 'pictures', '-o', out)).code).toBe(0)
      const pictureOf = async (pdf: string): Promise<Buffer> => {
        await shell('pdfimages', '-png', pdf, join(folder, 'picture'))
        return sharp(await readFile(join(folder, 'picture-000.png')))
          .raw()
          .toBuffer()
      }
      const [before, after] = [await pictureOf(card), await pictureOf(out)]
      expect(after.length).toBe(before.length)
      const changed = after.reduce((sum, value, i) => sum + Math.abs(value - (before[i] ?? 0)), 0) / after.length
      expect(changed).toBeGreaterThan(10)
    }, 240_000)
    it('is checked', async () => {
      const folder = await scratch()
      const [scheme, profile] = [join(folder, 's.txt'), join(folder, 'house.icc')]
      await writeFile(scheme, '#0000ff #f2cc8f #00ff00')
      await writeFile(profile, await readFile(join(root, 'public/press/uncoated.icc')))
      const { out } = await plumbago('check', card, '--scheme', scheme, '--profile', profile)
      expect(out).toMatch(/prints (duller|darker|lighter)/)
      await writeFile(profile, 'no profile')
      const refused = await plumbago('check', card, '--scheme', scheme, '--profile', profile)
      expect([refused.code, refused.err]).toEqual([2, expect.stringContaining('The file is no ICC profile.')])
    })
  })

  describe('pictures', () => {
    const dunes = join(root, 'demo/artwork/kites-over-dunes.jpg')

    fullIt(
      'have inks, and are remapped in full size into the kind the name ends in',
      async () => {
        const folder = await scratch()
        const [small, scheme] = [join(folder, 'dunes.jpg'), join(folder, 'scheme.txt')]
        await sharp(dunes).resize(300).jpeg({ quality: 95 }).toFile(small)
        await writeFile(scheme, '#3d405b #e07a5f #81b29a #f2cc8f #f4f1de')
        const listed = await plumbago('inks', small, '--json')
        const { inks, notes } = JSON.parse(listed.out) as { inks: unknown[]; notes: string[] }
        expect(inks.length).toBeGreaterThan(4)
        expect(inks.length).toBeLessThan(17)
        expect(notes.join()).toMatch(/taken as a (painting|photograph)/)
        for (const extension of ['png', 'jpg']) {
          const out = join(folder, `out.${extension}`)
          expect((await plumbago('remap', small, '--scheme', scheme, '-o', out)).code).toBe(0)
          const { format, width, height } = await sharp(out).metadata()
          expect([format, width, height]).toEqual([extension === 'jpg' ? 'jpeg' : extension, 300, 200])
        }
        const seen = await plumbago('compare', small, join(folder, 'out.png'), '--scheme', scheme, '--json')
        expect((JSON.parse(seen.out) as { edgesKept: number }).edgesKept).toBeGreaterThan(0.9)
        const stored = join(folder, 'kept.jpg')
        await plumbago('remap', small, '--map', '', '-o', stored)
        expect(await readFile(stored)).toEqual(await readFile(small))
        const refused = await plumbago('remap', small, '--scheme', scheme, '-o', join(folder, 'out.svg'))
        expect([refused.code, refused.err]).toEqual([2, expect.stringContaining('PNG, JPEG or WebP')])
      },
      120_000,
    )

    fullIt(
      'go along in a batch; one that is none is named',
      async () => {
        const [from, to] = [await scratch(), await scratch()]
        await sharp(dunes).resize(90).png().toFile(join(from, 'a.png'))
        await writeFile(join(from, 'b.png'), 'no picture')
        await writeFile(join(from, 'c.svg'), await readFile(join(root, 'demo/artwork/badge.svg')))
        const scheme = join(from, 'scheme.css')
        await writeFile(scheme, 'a { color: #1d3557; background: #f1faee; outline-color: #e63946 }')
        const { code, out } = await plumbago('batch', from, '--scheme', scheme, '-o', to)
        expect(code).toBe(2)
        expect(out).toContain('2 of 3 files remapped.')
        expect(out).toMatch(/b\.png: It is not a PNG, JPEG, WebP or GIF picture/)
        expect((await sharp(join(to, 'a.png')).metadata()).width).toBe(90)
      },
      120_000,
    )
  })

  describe('by a scheme', () => {
    const square = (...colors: string[]): string =>
      '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 9 9">' +
      `${colors.map((color, i) => `<rect x="${i}" width="1" height="9" fill="${color}"/>`).join('')}<` +
      '/svg>'
    const colorsOf = async (path: string): Promise<string[]> =>
      [...(await readFile(path, 'utf8')).matchAll(/#[\da-f]{6}/g)].map(([hex]) => hex)
    const given = async (): Promise<{ folder: string; scheme: string; art: string; out: string }> => {
      const folder = await scratch()
      const [scheme, art] = [join(folder, 'scheme.css'), join(folder, 'art.svg')]
      await writeFile(scheme, ':root { --dark: #102040; --middle: #c04020; --light: #f0e8d0 }')
      await writeFile(art, square('#000000', '#808080', '#ffffff'))
      return { folder, scheme, art, out: join(folder, 'out.svg') }
    }

    it('keeps the picture where that is asked for, as far as the hold says, and tells how well', async () => {
      const folder = await scratch()
      const scheme = join(folder, 'darks.txt')
      await writeFile(scheme, '#161a2b #2c1f2e #1f3330 #3b2a20 #efe3cd')
      const figures = async (...how: string[]): Promise<Record<string, number>> => {
        const out = join(folder, 'kept.svg')
        expect((await plumbago('remap', poster, '--scheme', scheme, ...how, '-o', out)).code).toBe(0)
        const { code, out: text } = await plumbago('compare', poster, out, '--scheme', scheme, '--json')
        expect(code).toBe(0)
        return JSON.parse(text) as Record<string, number>
      }
      const values = await figures('--match', 'values', '--shading', 'relative')
      const stored = await figures('--match', 'picture', '--shading', 'held')
      const exact = await figures('--match', 'picture', '--shading', 'held', '--hold', '1')
      expect(stored.edgesKept).toBeGreaterThan(0.9)
      expect(stored.edgesKept).toBeGreaterThan(values.edgesKept ?? 1)
      expect(stored.strongLost).toBeLessThan(0.01)
      expect(exact.exact).toBeGreaterThan(stored.exact ?? 1)
      expect(await figures()).toEqual(stored) // it is the usual
      const picture = join(__dirname, '../demo/artwork/kite-loft.png')
      const same = JSON.parse((await plumbago('compare', picture, picture, '--scheme', scheme, '--json')).out) as object
      expect(same).toMatchObject({ edgesKept: 1, strongLost: 0, value: 1 })
      expect((await plumbago('compare', poster, picture, '--scheme', scheme)).code).toBe(2) // of other sizes
      expect((await plumbago('remap', poster, '--scheme', scheme, '--hold', '2', '-o', 'x.svg')).code).toBe(2)
      expect((await plumbago('compare', poster, join(folder, 'missing.svg'), '--scheme', scheme)).code).toBe(2)
    })
    it('matches light to light and dark to dark, flat or with the restriction asked for', async () => {
      const { folder, scheme, art, out } = await given()
      expect(
        (await plumbago('remap', art, '--scheme', scheme, '--match', 'values', '--shading', 'flat', '-o', out)).code,
      ).toBe(0)
      expect(await colorsOf(out)).toEqual(['#102040', '#c04020', '#f0e8d0'])
      const threads = join(folder, 'threads.txt')
      await writeFile(threads, '#000080 #ffff00')
      await plumbago('remap', art, '--scheme', scheme, '--shading', 'flat', '--restrict', threads, '-o', out)
      expect((await colorsOf(out))[0]).toBe('#000080')
      expect(new Set(await colorsOf(out))).toEqual(new Set(['#000080', '#ffff00']))
      await plumbago('remap', art, '--scheme', scheme, '--neutrals', 'left', '-o', out)
      expect(await readFile(out)).toEqual(await readFile(art))
    })

    fullIt(
      'gives a folder one remapping over all its inks, or each file its own; packed files stay packed',
      async () => {
        const { folder, scheme } = await given()
        const [from, together, apart] = [join(folder, 'in'), join(folder, 'together'), join(folder, 'apart')]
        await mkdir(from)
        await writeFile(join(from, 'a.svg'), square('#101010', '#777777', '#eeeeee'))
        await writeFile(join(from, 'b.svgz'), gzipSync(square('#777777', '#eeeeee')))
        const first = await plumbago('batch', from, '--scheme', scheme, '--shading', 'flat', '-o', together)
        expect(first.err).toBe('')
        expect(first.out).toContain('2 of 2 files remapped.')
        const packed = async (to: string): Promise<string[]> =>
          [
            ...gunzipSync(await readFile(join(to, 'b.svgz')))
              .toString()
              .matchAll(/#[\da-f]{6}/g),
          ].map(([hex]) => hex)
        expect(await packed(together)).toEqual((await colorsOf(join(together, 'a.svg'))).slice(1))
        await plumbago('batch', from, '--scheme', scheme, '--shading', 'flat', '--each', '-o', apart)
        expect(await colorsOf(join(apart, 'a.svg'))).toEqual(['#102040', '#c04020', '#f0e8d0'])
        expect((await packed(apart)).length).toBe(2)
      },
    )

    it('recolors masks and pictures within files where that is asked for', async () => {
      const { folder, out } = await given()
      const art = join(folder, 'masked.svg')
      const dot = (
        await sharp({ create: { width: 24, height: 24, channels: 3, background: '#336699' } })
          .png()
          .toBuffer()
      ).toString('base64')
      await writeFile(
        art,
        '<svg xmlns="http://www.w3.org/2000/svg"><mask id="m">' +
          '<rect width="9" height="9" fill="#cccccc"/></mask>' +
          '<rect width="9" height="9" fill="#101010" mask="url(#m)"/>' +
          `<image width="9" height="9" x="9" href="data:image/png;base64,${dot}"/></svg>`,
      )
      const { out: text } = await plumbago('inks', art, '--json', '--also', 'computed,pictures')
      expect((JSON.parse(text) as { inks: Array<{ hex: string }> }).inks.map(({ hex }) => hex).sort()).toEqual([
        '#101010',
        '#336699',
        '#cccccc',
      ])
      expect((await plumbago('remap', art, '--map', '#336699=#ff0000,#cccccc=#00ff00', '-o', out)).err).toContain(
        'left as it is',
      )
      expect(await readFile(out)).toEqual(await readFile(art))
      const map = join(folder, 'map.json')
      await writeFile(map, JSON.stringify({ '#336699': '#ff0000', '#cccccc': '#00ff00' }))
      await plumbago('batch', folder, '--map-file', map, '--also', 'pictures,computed', '-o', join(folder, 'all'))
      const written = await readFile(join(folder, 'all', 'masked.svg'), 'utf8')
      expect(written).toContain('<rect width="9" height="9" fill="#00ff00"/>')
      const picture = Buffer.from(/base64,([^"]*)/.exec(written)?.[1] ?? '', 'base64')
      expect([...(await sharp(picture).removeAlpha().raw().toBuffer())].slice(0, 3)).toEqual([255, 0, 0])
    })

    it('turns the whole artwork, and deals by a seed, the same each time', async () => {
      const { scheme, art, out } = await given()
      const run = async (...words: string[]): Promise<string[]> => {
        expect((await plumbago('remap', art, '--scheme', scheme, ...words, '-o', out)).code).toBe(0)
        return colorsOf(out)
      }
      expect(await run('--match', 'turn')).toEqual(await run('--match', 'turn'))
      const dealt = await run('--seed', '4', '--shading', 'flat')
      expect(await run('--seed', '4', '--shading', 'flat')).toEqual(dealt)
    })
  })

  it.each([
    ['css', '--denim: #2e4f7f;'],
    ['tokens', '"hex": "#2e4f7f"'],
    ['text', '#2e4f7f\t'],
  ])('derives a scheme as %s', async (format, line) => {
    const { code, out } = await plumbago(
      'scheme',
      '--base',
      '#2e4f7f',
      '--harmony',
      'triadic',
      '--wheel',
      'paint',
      '--count',
      '5',
      '--format',
      format,
    )
    expect(code).toBe(0)
    expect(out).toContain(line)
    expect(out.match(/#[\da-f]{6}\b/g)?.length).toBeGreaterThanOrEqual(5)
  })

  it.each(['tokens', 'css', 'csv', 'text'])('writes roles and shares, which are read again: %s', async format => {
    const file = join(await scratch(), `scheme.${format === 'tokens' ? 'json' : format === 'text' ? 'txt' : format}`)
    await writeFile(file, (await plumbago('scheme', '--base', '#0f6d5f', '--format', format)).out)
    const { colors } = readColors(await readFile(file, 'utf8'), file)
    expect(colors[0]).toMatchObject({ hex: '#0f6d5f', role: 'dominant' })
    expect(colors.filter(({ role }) => role === 'accent')).toHaveLength(1)
    expect(colors.reduce((sum, { share = 0 }) => sum + share, 0)).toBeCloseTo(1, 2)
    expect(Math.max(...colors.map(({ share = 0 }) => share))).toBe(colors[0]?.share)
  })

  it('wears a scheme as it is meant, as far as that is asked for, on rungs alone where that is', async () => {
    const folder = await scratch()
    const [scheme, out] = [join(folder, 'scheme.txt'), join(folder, 'worn.svg')]
    await writeFile(scheme, '#e07a5f #0f6d5f #f2c14e #22313f #f7e1d7')
    const worn = async (...how: string[]): Promise<{ shareDistance: number; covers: number[]; toldApart: number }> => {
      expect((await plumbago('remap', poster, '--scheme', scheme, ...how, '-o', out)).code).toBe(0)
      return JSON.parse((await plumbago('compare', poster, out, '--scheme', scheme)).out) as never
    }
    const [free, meant] = [await worn('--shares', '0'), await worn('--shares', '1')]
    expect(meant.shareDistance).toBeLessThan(free.shareDistance)
    expect(meant.covers.reduce((sum, cover) => sum + cover, 0)).toBeCloseTo(1, 6)
    await worn('--hues', '1', '--shading', 'rungs')
    const { colors } = readColors(await readFile(scheme, 'utf8'), scheme)
    const documented = new Set(colors.flatMap(({ hex }) => [hex, ...LADDERS.flatMap(kind => ladder(hex, kind, 4))]))
    for (const hex of (await readFile(out, 'utf8')).match(/#[\da-f]{6}\b/g) ?? []) expect(documented).toContain(hex)
    expect((await plumbago('remap', poster, '--scheme', scheme, '--shares', '2', '-o', out)).err).toContain('0 to 1')
    expect((await plumbago('remap', poster, '--scheme', scheme, '--hues', 'much', '-o', out)).code).toBe(2)
  })

  it('deals tones as a plan says', async () => {
    const colors = async (tone: string): Promise<string[]> =>
      (await plumbago('scheme', '--base', '#e07a5f', '--tone', tone, '--format', 'text')).out.match(/#[\da-f]{6}/g) ??
      []
    const [light, deep] = [await colors('light'), await colors('deep')]
    const mean = (hexes: readonly string[]): number => hexes.reduce((sum, hex) => sum + lchOf(hex).l, 0) / hexes.length
    expect([light[0], deep[0]]).toEqual(['#e07a5f', '#e07a5f'])
    expect(mean(light) - mean(deep)).toBeGreaterThan(0.3)
  })

  it('extracts colors from a picture, with shares, places and times, bent where asked', async () => {
    const harbor = join(root, 'demo/references/harbor-at-dusk.jpg')
    const text = async (...words: string[]) =>
      JSON.parse((await plumbago('extract', harbor, ...words, '--json')).out) as {
        swatches: Array<{ hex: string; share: number; x: number; y: number }>
        flat: boolean
        ms: { decode: number; extract: number }
      }
    const rest = await text('--count', '6')
    expect(rest.swatches).toHaveLength(6)
    expect(rest.swatches.reduce((sum, { share }) => sum + share, 0)).toBeCloseTo(1, 2)
    for (const { hex, x, y } of rest.swatches) {
      expect(hex).toMatch(/^#[\da-f]{6}$/)
      expect(x >= 0 && x <= 1 && y >= 0 && y <= 1).toBe(true)
    }
    expect(rest.flat).toBe(false)
    expect(rest.ms.decode).toBeGreaterThan(0)
    expect(rest.ms.extract).toBeGreaterThan(0)
    const faithful = await text('--count', '6', '--by', 'faithful')
    const hexes = (each: typeof rest): string[] => each.swatches.map(({ hex }) => hex)
    expect(hexes(faithful)).not.toEqual(hexes(rest))
    // the red boat of a thousandth of the harbor is taken by eye
    expect(Math.max(...hexes(rest).map(hex => lchOf(hex).c))).toBeGreaterThan(0.2)
    expect(Math.max(...hexes(faithful).map(hex => lchOf(hex).c))).toBeLessThan(0.15)
    expect((await text('--count', '6')).swatches).toEqual(rest.swatches)
    expect((await text('--count', '6', '--lean', '-1,0.5')).swatches).not.toEqual(rest.swatches)
  })

  it('checks a scheme in a file: 0 without anything serious, 1 with, and says what it found', async () => {
    const folder = await scratch()
    const file = join(folder, 'label.svg')
    await writeFile(
      file,
      '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 100 100"><rect width="100" height="100" fill="#f8f4ea"/>' +
        '<path d="M10 14h80v6H10zM10 26h50v6H10z" fill="#202020"/><rect y="60" width="100" height="40" fill="#2e4f7f"/>' +
        '<circle cx="70" cy="78" r="14" fill="#e8b040"/></svg>',
    )
    const [own, pale] = [join(folder, 'own.txt'), join(folder, 'pale.txt')]
    await writeFile(own, '#f8f4ea #202020 #2e4f7f #e8b040')
    await writeFile(pale, '#f8f4ea #e8dcc0 #00ff00')
    const good = await plumbago('check', file, '--scheme', own, '--match', 'nearest', '--shading', 'flat', '--json')
    expect(good.code).toBe(0)
    const bad = await plumbago(
      ...['check', file, '--scheme', pale, '--shading', 'flat', '--hold', '1', '--profile', 'coated', '--json'],
    )
    const { findings } = JSON.parse(bad.out) as {
      findings: Array<{ rule: string; severity: string; swatches: Array<{ hex: string }> }>
    }
    expect(bad.code).toBe(1)
    expect(findings[0]).toMatchObject({ severity: 'serious' })
    expect(findings.map(({ rule }) => rule)).toContain('lettering')
    expect(findings.find(({ rule }) => rule === 'print')?.swatches[0]?.hex).toBe('#00ff00')
    const profile = join(root, 'public/press/uncoated.icc')
    const text = await plumbago(
      ...['check', file, '--scheme', own, '--match', 'nearest', '--shading', 'flat'],
      ...['--text', '#e8b040 on #f8f4ea', '--profile', profile],
    )
    expect(text.code).toBe(1)
    expect(text.out).toMatch(/^serious: Lettering in .* is not legible\. \(1\.\d:1, needs 4\.5:1\)$/m)
  })

  describe('hands over', () => {
    const scheme = async (name: string, colors: string): Promise<string> => {
      const path = join(await scratch(), `${name}.txt`)
      await writeFile(path, colors.replaceAll(' ', '\n'))
      return path
    }
    it('a folder of artwork in several schemes at once: drawings, pictures, the sheet, tokens', async () => {
      const folder = await scratch()
      for (const name of ['badge', 'pictogram-ferry'])
        await writeFile(join(folder, `${name}.svg`), await readFile(join(root, `demo/artwork/${name}.svg`)))
      const [warm, coast] = [
        await scheme('warm', '#e07a5f #0f6d5f #f7e1d7 #22313f #f2c14e'),
        await scheme('coast', '#264653 #2a9d8f #e9c46a #f4a261 #e76f51'),
      ]
      const out = join(await scratch(), 'out')
      const { code, out: text } = await plumbago(
        ...[
          'export',
          folder,
          '--scheme',
          warm,
          '--scheme',
          coast,
          '--as',
          'svg,png,pdf,tokens',
          '--width',
          '200',
          '-o',
          out,
        ],
      )
      expect([code, text.split('\n')[0]]).toEqual([0, '11 of 11 files written.'])
      const bare = (svg: string): string => svg.replace(/#[\da-f]{6}/g, '#')
      const badge = await readFile(join(out, 'warm/artwork/badge.svg'), 'utf8')
      expect(bare(badge)).toBe(bare(await readFile(join(root, 'demo/artwork/badge.svg'), 'utf8')))
      expect(badge).not.toBe(await readFile(join(out, 'coast/artwork/badge.svg'), 'utf8'))
      expect((await sharp(join(out, 'coast/artwork/pictogram-ferry-200w.png')).metadata()).width).toBe(200)
      expect((await readFile(join(out, 'sheet.pdf'))).subarray(0, 8).toString()).toBe('%PDF-1.7')
    })
    it('a project by its document, with the artwork that lies beside it, in its colorways', async () => {
      const folder = await scratch()
      const bytes = await readFile(join(root, 'demo/artwork/badge.svg'))
      await writeFile(join(folder, 'badge.svg'), bytes)
      const { file } = await receiveSvg('badge.svg', bytes)
      const art = {
        kind: 'svg' as const,
        id: 'a1',
        name: 'Badge',
        hash: file.hash,
        width: file.width,
        height: file.height,
      }
      const project = { ...newProject('Kites'), artwork: [art] }
      const frozen = apply(project, { do: 'freeze', name: 'Dawn', time: '2026-11-26T10:00:00.000Z' }, NOTHING_KNOWN)
      await writeFile(join(folder, 'kites.json'), JSON.stringify(frozen))
      const out = await scratch()
      expect((await plumbago('export', join(folder, 'kites.json'), '--as', 'themed,css', '-o', out)).code).toBe(0)
      expect(await readFile(join(out, 'artwork/badge.svg'), 'utf8')).toContain('<style>:root{--')
      expect(await readFile(join(out, 'scheme/kites.css'), 'utf8')).toContain(':root {')
      await rm(join(folder, 'badge.svg'))
      const { code, err } = await plumbago('export', join(folder, 'kites.json'), '-o', out)
      expect([code, err]).toEqual([2, expect.stringContaining('The artwork “Badge” is not next to')])
    })
    it.each(['css', 'svg', 'png'])('a gradient as %s', async extension => {
      const out = join(await scratch(), `dusk.${extension}`)
      const how = ['--kind', 'radial', '--space', 'oklch', '--size', '320x200', '-o', out]
      expect((await plumbago('gradient', '--colors', '#e07a5f,rgb(242, 193, 78) 30%,#0f6d5f', ...how)).code).toBe(0)
      if (extension === 'css')
        expect(await readFile(out, 'utf8')).toContain(
          'radial-gradient(in oklch, #e07a5f 0%, #f2c14e 30%, #0f6d5f 100%)',
        )
      else expect((await sharp(out).metadata()).width).toBe(320)
    })
    it('a sheet of one file', async () => {
      const folder = await scratch()
      await writeFile(join(folder, 'badge.svg'), await readFile(join(root, 'demo/artwork/badge.svg')))
      const out = join(folder, 'handed.png')
      const warm = await scheme('warm', '#e07a5f #0f6d5f #f7e1d7 #22313f')
      expect((await plumbago('sheet', folder, '--scheme', warm, '-o', out)).code).toBe(0)
      expect((await sharp(out).metadata()).width).toBe(1684)
    })
  })

  it.each([
    [['export', join(root, 'demo/artwork'), '-o', '/tmp/x'], 'needs a scheme'],
    [['export', join(root, 'package.json'), '--as', 'gif', '-o', '/tmp/x'], '“gif” is not a kind of file'],
    [['export', '/nowhere', '--scheme', poster, '-o', '/tmp/x'], 'no such file'],
    [['gradient', '--colors', 'red', '-o', '/tmp/x.css'], 'two colors or more'],
    [['gradient', '--colors', 'red,teal', '-o', '/tmp/x.gif'], 'written as CSS, SVG or PNG'],
    [['gradient', '--colors', 'red,teal', '--size', '99999x99999', '-o', '/tmp/x.png'], 'too large'],
    [['check', poster], '--scheme is missing'],
    [['check', '/nowhere.svg', '--scheme', join(root, 'package.json')], 'holds no colors'],
    [['check', poster, '--scheme', poster, '--text', 'red and blue'], 'is not a pair like #202020 on #f8f4ea'],
    [['check', poster, '--scheme', poster, '--text', '#123456 on #ffffff'], '#123456 is not a color of the scheme'],
    [['check', poster, '--scheme', poster, '--profile', join(root, 'package.json')], 'The file is no ICC profile'],
    [['check', poster, '--scheme', poster, '--profile', 'newsprint'], 'no such file'],
    [['inks', '/nowhere.svg', '--json'], 'no such file'],
    [['inks', join(root, 'package.json')], 'not an SVG'],
    [['remap', poster, '--map', '#12=#34', '-o', '/tmp/x.svg'], '“#12” is not a color'],
    [['remap', poster, '-o', '/tmp/x.svg'], '--map, --map-file or --scheme is missing'],
    [['scheme', '--base', 'red', '--count', '40'], '2 to 10 swatches'],
    [['scheme', '--base', 'red', '--tone', 'loud'], '“loud” is not a tone plan'],
    [['extract', poster], 'not a PNG, JPEG, WebP or GIF'],
    [['extract', poster, '--count', '13'], 'must be 2 to 12'],
    [['extract', poster, '--lean', '3,0'], 'not a lean'],
    [['extract', poster, '--by', 'heart'], 'not a way to take colors; choose one of eye, faithful'],
    [['paint'], 'unknown command'],
    [['pull'], 'missing required argument'],
    [['inks', poster, '--nonsense'], 'nonsense'],
  ])('refuses %j with code 2 and one sentence', async (words, sentence) => {
    const { code, err } = await plumbago(...words)
    expect(code).toBe(2)
    expect(err.trim().split('\n')).toHaveLength(1)
    expect(err).toContain(sentence)
  })
})
