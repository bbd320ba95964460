import sharp from 'sharp'
import { createNoise2D } from 'simplex-noise'
import { hexOfLab, labOf, type Hex, type Lab } from '#core/color/convert'
import { deltaE } from '#core/color/difference'
import { toLab } from '#core/color/oklab'
import { assignPoints, moveCenters } from '#core/extract/cluster'
import { extractColors, extractor } from '#core/extract/extract'
import type { Picture } from '#core/picture/picture'
import { seeded } from '#core/math/random'
import type { Points } from '#core/extract/tally'
import { pictureInfo, workingPicture } from '../../render/pictures'

/* Measurements of extraction, and what it is compared with. */

const ACCENTS: readonly Hex[] = ['#00e6ff', '#ff3200', '#00e6eb', '#ff46b4', '#ff2d9b', '#ff5a00', '#00e6c3', '#ffd800']

/**
 * A picture drawn from seeded noise in a few colors, softly lit, with grain, and a vivid disc of a thousandth of its
 * area where asked.
 */
export const generatedPicture = async (seed: number, width: number, accent: Hex | null): Promise<Buffer> => {
  const height = Math.round((width * 2) / 3)
  const random = seeded(seed * 7 + 3)
  const noises = [0, 1, 2].map(() => createNoise2D(random))
  const [shape, detail, light] = noises as [(typeof noises)[number], (typeof noises)[number], (typeof noises)[number]]
  const colors = Array.from({ length: 3 + (seed % 5) }, () => [random() * 255, random() * 255, random() * 255] as const)
  const pixels = Buffer.alloc(width * height * 3)
  const radius = Math.sqrt((width * height * 0.001) / Math.PI)
  const spot = accent && [1, 3, 5].map(at => parseInt(accent.slice(at, at + 2), 16))
  for (let y = 0, i = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      const [u, v] = [(x / width) * (1 + (seed % 3) * 2), (y / height) * (1 + (seed % 3) * 2)]
      const place = Math.min(
        colors.length - 1.001,
        Math.max(0, ((shape(u, v) + 0.5 * detail(u * 3, v * 3) + 1.5) / 3) * (colors.length - 1)),
      )
      const [one, other] = [colors[Math.floor(place)] ?? [0, 0, 0], colors[Math.floor(place) + 1] ?? [0, 0, 0]]
      const mix = seed % 2 ? place % 1 : Number(place % 1 > 0.5)
      const lit = 0.7 + 0.5 * light(u * 2, v * 2)
      const grain = (random() - 0.5) * (seed % 4) * 12
      const inSpot = spot && Math.hypot(x - width * 0.65, y - height * 0.37) < radius
      for (let c = 0; c < 3; c++)
        pixels[i++] = inSpot
          ? (spot[c] ?? 0)
          : Math.min(255, Math.max(0, ((one[c] ?? 0) * (1 - mix) + (other[c] ?? 0) * mix) * lit + grain))
    }
  }
  return sharp(pixels, { raw: { width, height, channels: 3 } })
    .jpeg({ quality: 88 })
    .toBuffer()
}

const pointsOf = ({ data, width, height }: Picture): Points => {
  const [size, lab] = [Math.floor((width * height) / 25), [0, 0, 0]]
  const points: Points = {
    size,
    l: new Float64Array(size),
    a: new Float64Array(size),
    b: new Float64Array(size),
    weight: new Float64Array(size).fill(1 / size),
  }
  for (let i = 0; i < size; i++) {
    const at = i * 100
    toLab(data[at] ?? 0, data[at + 1] ?? 0, data[at + 2] ?? 0, lab)
    ;[points.l[i], points.a[i], points.b[i]] = lab as [number, number, number]
  }
  return points
}

/** The best of 20 converged runs of k-means from k-means++ starts, by its own measure, squared distance. */
const limitOf = (points: Points, count: number): Lab[] => {
  const random = seeded(99)
  let [best, min] = [[] as Lab[], Infinity]
  for (let run = 0; run < 20; run++) {
    const centers: Lab[] = []
    const away = new Float64Array(points.size).fill(1)
    while (centers.length < count) {
      let left = random() * away.reduce((sum, each) => sum + each, 0)
      let at = 0
      while (at < points.size - 1 && (left -= away[at] ?? 0) > 0) at++
      const center = { l: points.l[at] ?? 0, a: points.a[at] ?? 0, b: points.b[at] ?? 0 }
      for (let i = 0; i < points.size; i++) {
        const square =
          ((points.l[i] ?? 0) - center.l) ** 2 +
          ((points.a[i] ?? 0) - center.a) ** 2 +
          ((points.b[i] ?? 0) - center.b) ** 2
        away[i] = centers.length ? Math.min(away[i] ?? 0, square) : square
      }
      centers.push(center)
    }
    const settled = moveCenters(points, centers, 0, 80, false)
    const cost = assignPoints(points, settled).distance.reduce((sum, each) => sum + each * each, 0)
    if (cost < min) [best, min] = [settled, cost]
  }
  return best
}

/** Mean and 95th percentile of the OKLab distance from pixels to the nearest of some colors, times 100. */
const coverage = (points: Points, centers: readonly Lab[]): { mean: number; max: number } => {
  const { distance, cost } = assignPoints(points, centers)
  return { mean: cost * 100, max: (distance.slice().sort()[Math.floor(points.size * 0.95)] ?? 0) * 100 }
}

/** Coverage of a picture by an extraction of so many colors, beside the limit. */
export interface Coverage {
  mean: number
  max: number
  limit: { mean: number; max: number }
  apart: number
  count: number
  accent: number | null
}

export const coverageOf = (picture: Picture, count: number, accent: Hex | null): Coverage => {
  const points = pointsOf(picture)
  const hexes = extractColors([{ picture }], { count, apart: 7 }).found.map(({ hex }) => hex)
  return {
    ...coverage(points, hexes.map(labOf)),
    limit: coverage(
      points,
      limitOf(points, count).map(center => labOf(hexOfLab(center))),
    ),
    count: hexes.length,
    apart: Math.min(...hexes.flatMap((one, i) => hexes.slice(i + 1).map(other => deltaE(one, other)))),
    accent: accent === null ? null : Math.min(...hexes.map(hex => deltaE(hex, accent))),
  }
}

/** The least and the middle of several times, in milliseconds. */
export interface Times {
  min: number
  middle: number
}

const timed = (work: () => void, runs = 15): Times => {
  const times = Array.from({ length: runs }, () => {
    const start = performance.now()
    work()
    return performance.now() - start
  }).sort((one, other) => one - other)
  return { min: times[0] ?? NaN, middle: times[Math.floor(runs / 2)] ?? NaN }
}

/**
 * How long a picture file takes to decode to the size it is worked on (once), to extract 8 colors from, and to be bent
 * by the lean pad.
 */
export const timesOf = async (
  bytes: Buffer,
): Promise<{ decode: number; extract: Times; lean: Times; picture: Picture }> => {
  const start = performance.now()
  const picture = await workingPicture(bytes, await pictureInfo(bytes))
  const decode = performance.now() - start
  const wanted = { count: 8, apart: 7 }
  const pad = extractor([{ picture }], wanted)
  let turn = 0
  return {
    decode,
    picture,
    extract: timed(() => {
      extractColors([{ picture }], wanted)
    }),
    lean: timed(() => {
      pad.at({ x: Math.sin(turn++), y: Math.cos(turn) })
    }),
  }
}

/** The seeds of the generated pictures with the accent each holds. */
export const GENERATED = ACCENTS.map((accent, seed) => ({ seed, accent }))

/**
 * Five random flat colors as blocks with a margin, lines and letters, as PNG: how many of so many palettes come back
 * exactly.
 */
export const palettesExact = async (count: number): Promise<number> => {
  let exact = 0
  for (let n = 0; n < count; n++) {
    const random = seeded(n + 1)
    const colors: Hex[] = []
    while (colors.length < 5) {
      const hex = `#${Math.floor(random() * 0xffffff)
        .toString(16)
        .padStart(6, '0')}`
      if (colors.every(other => deltaE(hex, other) > 12) && deltaE(hex, '#ffffff') > 12) colors.push(hex)
    }
    const blocks = colors.map(
      (hex, i) =>
        `<rect x="${30 + i * 190}" y="${20 + (n % 3) * 10}" width="${n % 2 ? 190 : 170}" height="440" ` +
        `fill="${hex}"/><path fill="#333" d="` +
        `${Array.from({ length: 7 }, (_, j) => `M${44 + i * 190 + j * 14} 520h9v14h-9z`).join('')}"/>`,
    )
    const svg = Buffer.from(
      '<svg xmlns="http://www.w3.org/2000/svg" width="1000" height="600">' +
        `<rect width="1000" height="600" fill="#fff"/>${blocks.join('')}</svg>`,
    )
    const bytes = await sharp(svg).png().toBuffer()
    const found = extractColors([{ picture: await workingPicture(bytes, await pictureInfo(bytes)) }], {
      count: 8,
      apart: 7,
    }).found.map(({ hex }) => hex)
    if (JSON.stringify(found) === JSON.stringify(colors)) exact++
  }
  return exact
}
