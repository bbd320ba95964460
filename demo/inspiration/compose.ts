import { hexOfLch, lchOf, type Hex } from '#core/color/convert'
import { numberDuplicates, plainName } from '#core/color/name'
import { distinctColor } from '#core/harmony/distinct'
import type { Inspiration } from '#core/formats/inspiration'
import { SUBJECTS, type Subject } from './subjects'

/* Composes the inspiration shelf: every subject in three of four moods. */

interface Mood {
  mood: string
  words: readonly string[]
  chroma: number
  lift: number
  light: number
  dark: number
}

const MOODS: readonly Mood[] = [
  {
    mood: 'quiet',
    words: ['Still', 'Hushed', 'Faded', 'Soft', 'Washed'],
    chroma: 0.55,
    lift: 0.03,
    light: 0.94,
    dark: 0.33,
  },
  {
    mood: 'lively',
    words: ['Bright', 'Gala', 'Loud', 'Merry', 'Brisk'],
    chroma: 1.25,
    lift: 0.01,
    light: 0.96,
    dark: 0.24,
  },
  {
    mood: 'dusky',
    words: ['Late', 'Deep', 'Smoky', 'Evening', 'Shaded'],
    chroma: 0.85,
    lift: -0.12,
    light: 0.86,
    dark: 0.18,
  },
  {
    mood: 'airy',
    words: ['Pale', 'Morning', 'Open', 'High', 'Clear'],
    chroma: 0.72,
    lift: 0.12,
    light: 0.975,
    dark: 0.42,
  },
]
const FIELDS: Readonly<Record<string, readonly string[]>> = {
  harbor: ['wayfinding', 'identity', 'signage'],
  food: ['packaging', 'menu', 'label'],
  sea: ['poster', 'editorial', 'textile'],
  weather: ['editorial', 'interface', 'poster'],
  shore: ['textile', 'identity', 'stationery'],
  festival: ['poster', 'ticket', 'signage'],
  garden: ['textile', 'label', 'packaging'],
  town: ['signage', 'interface', 'identity'],
  craft: ['textile', 'stationery', 'packaging'],
}
const SHARES = [0.4, 0.22, 0.16, 0.12, 0.1] as const

/** The least ΔE2000 between two colors of one scheme. */
const APART = 11

const within = (value: number, min: number, max: number): number => Math.min(max, Math.max(min, value))

const colorsIn = ([, , [main, second, accent]]: Subject, { chroma, lift, light, dark }: Mood): Hex[] => {
  const bent = (hex: Hex, strength = 1): Hex => {
    const { l, c, h } = lchOf(hex)
    return hexOfLch({ l: within(l + lift, 0.2, 0.95), c: c * chroma * strength, h })
  }
  const [first, other] = [lchOf(main), lchOf(second)]
  const wanted = [
    bent(main),
    bent(second),
    bent(accent, 1.1),
    hexOfLch({ l: light, c: 0.02, h: other.h }),
    hexOfLch({ l: dark, c: 0.035, h: first.h }),
  ]
  return wanted.reduce<Hex[]>((all, hex) => [...all, distinctColor(hex, all, APART)], [])
}

/** All schemes of the shelf. */
export const inspirations = (): Inspiration[] =>
  SUBJECTS.flatMap((subject, at) => {
    const left = at % MOODS.length
    return MOODS.filter((_, i) => i !== left).map(mood => {
      const [name, word] = subject
      const colors = colorsIn(subject, mood)
      const names = numberDuplicates(colors.map(plainName))
      const fields = FIELDS[word] ?? []
      const field = (at + MOODS.indexOf(mood)) % fields.length
      return {
        id: `${name.replace(/ /g, '-')}-${mood.mood}`,
        name: `${mood.words[at % mood.words.length]} ${name}`,
        subject: word,
        mood: mood.mood,
        fields: [fields[field] as string, fields[(field + 1) % fields.length] as string],
        colors: colors.map((hex, i) => ({ hex, name: names[i] as string, share: SHARES[i]! })),
      }
    })
  })
