import { labOf, lchOf, type Hex } from '#core/color/convert'
import { deltaE } from '#core/color/difference'
import { assignPoints } from '#core/extract/cluster'
import { APART, extractColors, type TakenBy } from '#core/extract/extract'
import { COLORFUL, endOf } from '#core/extract/eye'
import { tallyPixels } from '#core/extract/tally'
import type { Picture } from '#core/picture/picture'
import { decoded, FOLDER, wallpapersInstalled } from './painting'

/* What is taken by eye from photographs of free wallpaper packages and the demo's, five colors each. */

const BACKGROUNDS = [
  ...['Bridge_by_Sander_Klootwijk', 'Dragonfly_by_Bolly', 'Fossa_by_Jasper_Roks', 'Infinite-Sea_by_Aury88'],
  ...['Kleiber_by_Lukas_Baubkus', 'Wine_by_Jakkub_Mede', 'aitzgorri_by_Aitzol_Berasategi'],
  ...['friends_by_Aitzol_Berasategi', 'greentock_by_Peter_Nerlich', 'life_by_Aitzol_Berasategi'],
  ...['picosdeeuropa_by_Aitzol_Berasategi', 'seeding_by_Clements_Engelhardt', 'sunset_by_Aitzol_Berasategi'],
  ...['mate/nature/Aqua', 'mate/nature/Dune', 'mate/nature/FreshFlower', 'mate/nature/Garden'],
  ...['mate/nature/GreenMeadow', 'mate/nature/LadyBird', 'mate/nature/RainDrops', 'mate/nature/Storm'],
  ...['mate/nature/TwoWings', 'mate/nature/Wood', 'mate/nature/YellowFlower'],
].map(name => `${FOLDER}/backgrounds/${name}.jpg`)
const WALLPAPERS = ['ColorfulCups', 'Autumn'].map(name => `${FOLDER}/wallpapers/${name}/contents/images/2560x1600.jpg`)
const DEMO = ['harbor-at-dusk', 'folded-kite-fabric', 'weathered-hull'].map(name => `demo/references/${name}.jpg`)
const SIZE = 900
const COUNT = 5

/** Vivid things that are put into photographs, of a thousandth of their area. */
const THINGS: readonly Hex[] = [
  ...['#ff3200', '#00e6ff', '#ffd800', '#ff2d9b', '#00c853'],
  ...['#7c3aed', '#ff8a00', '#2563eb', '#e11d48', '#84cc16'],
]
const NEAR = 10

/** The photographs, without those that are not there. */
export const photographs = async (): Promise<Picture[]> => {
  wallpapersInstalled()
  return Promise.all([...BACKGROUNDS, ...WALLPAPERS, ...DEMO].map(path => decoded(path, SIZE)))
}

const taken = (picture: Picture, by: TakenBy): Hex[] =>
  extractColors([{ picture }], { count: COUNT, apart: APART.usual, by }).found.map(({ hex }) => hex)

/** A picture with a disc of a color on it, of a thousandth of its area. */
const withDisc = ({ width, height, data }: Picture, hex: Hex): Picture => {
  const next = new Uint8Array(data)
  const radius = Math.sqrt((width * height * 0.001) / Math.PI)
  const rgb = [1, 3, 5].map(at => parseInt(hex.slice(at, at + 2), 16))
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++)
      if (Math.hypot(x - width * 0.62, y - height * 0.4) < radius) next.set(rgb, (y * width + x) * 4)
  return { width, height, data: next }
}

export interface TakenFigures {
  pictures: number
  /** Number of those with more than one near-black, or near-white. */
  ends: number
  /** Number of those colorful enough that have two colorful swatches. */
  colorful: readonly [number, number]
  /** In how many of ten a vivid thing is within ΔE2000 10. */
  things: number
  /** The mean distance to the nearest swatch, beside the faithful extraction's. */
  coverage: number
}

/** What five colors taken one way come to. */
export const takenFigures = (pictures: readonly Picture[], by: TakenBy): TakenFigures => {
  let [ends, wanting, colorful, coverage] = [0, 0, 0, 0]
  for (const picture of pictures) {
    const tally = tallyPixels([{ picture }])
    const hexes = taken(picture, by)
    const labs = hexes.map(labOf)
    const cost = (all: readonly Hex[]): number => assignPoints(tally, all.map(labOf)).cost
    coverage += cost(hexes) / cost(taken(picture, 'faithful')) / pictures.length
    if ((['dark', 'light'] as const).some(end => labs.filter(lab => endOf(lab) === end).length > 1)) ends++
    let part = 0
    for (let i = 0; i < tally.size; i++)
      if (Math.hypot(tally.a[i]!, tally.b[i]!) > COLORFUL.chroma) part += tally.weight[i]!
    if (part < COLORFUL.part) continue
    wanting++
    if (hexes.filter(hex => lchOf(hex).c > COLORFUL.chroma).length >= COLORFUL.swatches) colorful++
  }
  const things = THINGS.filter((thing, i) =>
    taken(withDisc(pictures[(i * 3) % pictures.length] as Picture, thing), by).some(hex => deltaE(hex, thing) <= NEAR),
  ).length
  return { pictures: pictures.length, ends, colorful: [colorful, wanting], things, coverage }
}
