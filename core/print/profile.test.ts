import { readFileSync } from 'node:fs'
import fc from 'fast-check'
import { MAX_PROFILE_BYTES, NoProfile, readProfile } from './profile'

const coated = new Uint8Array(readFileSync('public/press/coated.icc'))
const changed = (change: (bytes: Uint8Array, view: DataView) => void): Uint8Array => {
  const bytes = coated.slice()
  change(bytes, new DataView(bytes.buffer))
  return bytes
}
const write = (bytes: Uint8Array, at: number, text: string): void => {
  for (let i = 0; i < text.length; i++) bytes[at + i] = text.charCodeAt(i)
}
/** The place of a tag in the table of a profile. */
const tagAt = (name: string): number => {
  for (let at = 132; ; at += 12) if (String.fromCharCode(...coated.subarray(at, at + 4)) === name) return at
}

describe('the profile of a press', () => {
  it('is named by its own description', () => expect(readProfile(coated).title).toMatch(/\w{3}/))
  it('is named in English where it says so in several languages', () => {
    const start = new DataView(coated.buffer, coated.byteOffset).getUint32(tagAt('desc') + 4)
    const bytes = changed((all, view) => {
      write(all, start, 'mluc')
      view.setUint32(start + 8, 2)
      write(all, start + 16, 'deDE')
      view.setUint32(start + 20, 8)
      view.setUint32(start + 24, 44)
      write(all, start + 28, 'enUS')
      view.setUint32(start + 32, 10)
      view.setUint32(start + 36, 52)
      write(all, start + 44, '\0B\0l\0a\0u\0B\0l\0u\0e\0!')
    })
    expect(readProfile(bytes).title).toBe('Blue!')
  })
  it.each<[string, Uint8Array, string]>([
    ['something else', new Uint8Array(500), 'The file is no ICC profile.'],
    ['nothing', new Uint8Array(0), 'The file is no ICC profile.'],
    ['what is too large', new Uint8Array(MAX_PROFILE_BYTES + 1), 'A profile may have up to 8 MB.'],
    ['one that is cut off', coated.subarray(0, 60_000), 'The profile is cut off.'],
    ['that of a screen', changed(bytes => write(bytes, 12, 'mntr')), 'It is the profile of a screen, not of a press.'],
    ['one for other colors', changed(bytes => write(bytes, 16, 'RGB ')), 'It is a profile for RGB, not for CMYK.'],
    [
      'one without tables',
      changed(bytes => write(bytes, tagAt('B2A0'), 'none')),
      'The profile has no tables for printing in both directions.',
    ],
    ['tags without end', changed((_, view) => view.setUint32(128, 5000)), 'The profile is damaged.'],
    [
      'a tag beyond its end',
      changed((_, view) => view.setUint32(tagAt('desc') + 8, 0xffffff)),
      'The profile is damaged.',
    ],
  ])('is not %s', (_, bytes, said) => expect(() => readProfile(bytes)).toThrow(said))
  it('is read or refused, whatever is in it', () => {
    const anyByte = fc.tuple(fc.nat({ max: 1500 }), fc.nat({ max: 255 }))
    fc.assert(
      fc.property(fc.array(anyByte, { maxLength: 30 }), changes => {
        const bytes = changed(all => {
          for (const [at, value] of changes) all[at] = value
        })
        try {
          expect(readProfile(bytes).title.length).toBeLessThanOrEqual(120)
        } catch (error) {
          expect(error).toBeInstanceOf(NoProfile)
        }
      }),
    )
  })
})
