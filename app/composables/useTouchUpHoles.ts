import { computed, shallowRef, watch } from 'vue'
import { SHAPE_ATTRIBUTE, variableOf } from '#core/svg/screenNames'
import type { HandPaint } from '#core/svg/write'
import type { ScreenArtwork } from '~/workers/artwork.worker'
import { latestOnly } from '~/browser/latestOnly'

/** Where shapes painted by hand show, at the size of a map: pixels with how much of each they cover, 1 to 255. */
export interface Holes {
  pixels: Uint32Array
  covers: Uint8Array
}

/** An artwork all black, but for what is painted by hand on some of its shapes, which is white. */
const inBlack = (screen: ScreenArtwork, byHand: ReadonlyMap<number, HandPaint>, root: ShadowRoot | null): string => {
  const parsed = new DOMParser().parseFromString(screen.svg ?? '', 'image/svg+xml')
  const svg = parsed.documentElement
  const black = screen.inks.map((_, place) => `${variableOf(place)}:#000`).join(';')
  svg.setAttribute('style', `${svg.getAttribute('style') ?? ''};${black}`)
  const rules = [...byHand].flatMap(([place, paint]) => {
    const shape = root?.querySelector(`[${SHAPE_ATTRIBUTE}="${place}"]`)
    if (!shape) return []
    const shown = getComputedStyle(shape)
    const painted = (['fill', 'stroke'] as const).filter(
      name => shown[name] !== 'none' && (paint[name] !== undefined || paint.opacity !== undefined),
    )
    return painted.map(name => `[${SHAPE_ATTRIBUTE}="${place}"]{${name}:#fff !important}`)
  })
  const sheet = parsed.createElementNS('http://www.w3.org/2000/svg', 'style')
  sheet.textContent = `image{filter:brightness(0)}${rules.join('')}`
  svg.append(sheet)
  return new XMLSerializer().serializeToString(svg)
}

const holesIn = async (svg: string, width: number, height: number): Promise<Holes> => {
  const address = URL.createObjectURL(new Blob([svg], { type: 'image/svg+xml' }))
  try {
    const image = new Image(width, height)
    image.src = address
    await image.decode()
    const pen = new OffscreenCanvas(width, height).getContext('2d', { willReadFrequently: true })
    if (!pen) return { pixels: new Uint32Array(0), covers: new Uint8Array(0) }
    pen.fillRect(0, 0, width, height)
    pen.drawImage(image, 0, 0, width, height)
    const { data } = pen.getImageData(0, 0, width, height)
    const [pixels, covers]: [number[], number[]] = [[], []]
    for (let at = 0; at < data.length; at += 4) {
      const cover = data[at] as number
      if (cover) {
        pixels.push(at >> 2)
        covers.push(cover)
      }
    }
    return { pixels: Uint32Array.from(pixels), covers: Uint8Array.from(covers) }
  } finally {
    URL.revokeObjectURL(address)
  }
}

/**
 * Where the shapes that are painted by hand show through the map of an artwork that stands over it while colors pass:
 * found once for the shapes, whatever their colors. Null while it is not known, or where nothing is painted by hand.
 */
export const useHandHoles = (
  screen: () => ScreenArtwork | undefined,
  byHand: () => ReadonlyMap<number, HandPaint>,
  size: () => { width: number; height: number } | undefined,
  root: () => ShadowRoot | null,
) => {
  const holes = shallowRef<Holes | null>(null)
  const wanted = computed(() =>
    [...byHand()].map(([place, paint]) => `${place} ${Object.keys(paint).sort().join()}`).join(';'),
  )
  const find = latestOnly(async (shown: ScreenArtwork, { width, height }: { width: number; height: number }) => {
    const shapes = wanted.value
    const found = await holesIn(inBlack(shown, byHand(), root()), width, height).catch(() => null) // its own shapes follow then
    if (shapes === wanted.value) holes.value = found
  })
  watch(
    [screen, wanted, () => size()?.width],
    ([shown, shapes]) => {
      holes.value = null
      const of = size()
      if (shown?.svg && shapes && of) void find(shown, of)
    },
    { immediate: true, flush: 'post' },
  )
  return holes
}
