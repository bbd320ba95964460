import { okDistance } from '#core/color/difference'

/** Maximum number of pictures whose inks are cached. */
const MAX_READ = 8

/** Where a picture lies in the box of its element: how large a pixel of it is there, and where its corner is. */
const placed = (
  image: SVGImageElement,
  wide: number,
  high: number,
): { x: number; y: number; sx: number; sy: number } => {
  const box = {
    x: image.x.baseVal.value,
    y: image.y.baseVal.value,
    width: image.width.baseVal.value || wide,
    height: image.height.baseVal.value || high,
  }
  const [align = 'xMidYMid', how = 'meet'] = (image.getAttribute('preserveAspectRatio') ?? '').trim().split(/\s+/)
  const [sx, sy] = [box.width / wide, box.height / high]
  if (align === 'none') return { x: box.x, y: box.y, sx, sy }
  const scale = how === 'slice' ? Math.max(sx, sy) : Math.min(sx, sy)
  const part = (name: 'x' | 'Y'): number => {
    const word = name === 'x' ? align.slice(1, 4) : align.slice(5, 8)
    return word === 'Min' ? 0 : word === 'Max' ? 1 : 0.5
  }
  return {
    x: box.x + (box.width - wide * scale) * part('x'),
    y: box.y + (box.height - high * scale) * part('Y'),
    sx: scale,
    sy: scale,
  }
}

/**
 * Finds, of the inks of a picture within a drawing, the one it has at a point of the page: for drawings that have no
 * map to look it up in. A picture is read when it is first pointed at; until it has been, nothing is found.
 */
export const pictureInks = () => {
  const read = new Map<string, ImageData | null>()
  const open = async (address: string): Promise<void> => {
    const [oldest] = read.keys()
    if (read.size >= MAX_READ && oldest !== undefined) read.delete(oldest)
    read.set(address, null)
    const picture = new Image()
    picture.src = address
    await picture.decode()
    const pen = new OffscreenCanvas(picture.naturalWidth, picture.naturalHeight).getContext('2d')
    pen?.drawImage(picture, 0, 0)
    read.set(address, pen?.getImageData(0, 0, picture.naturalWidth, picture.naturalHeight) ?? null)
  }
  /** `address` is where the picture of the element is as it came, whatever it is shown as; `inks` are its own. */
  return (element: SVGImageElement, address: string, inks: readonly string[], x: number, y: number): string[] => {
    const known = read.get(address)
    if (known === undefined) void open(address).catch(() => null) // what cannot be read shows nothing either
    const turned = element.getScreenCTM()?.inverse()
    if (!known || !turned) return []
    const at = new DOMPoint(x, y).matrixTransform(turned)
    const { x: left, y: top, sx, sy } = placed(element, known.width, known.height)
    const [px, py] = [Math.floor((at.x - left) / sx), Math.floor((at.y - top) / sy)]
    if (px < 0 || py < 0 || px >= known.width || py >= known.height) return []
    const start = (py * known.width + px) * 4
    if (!known.data[start + 3]) return []
    const hex = `#${[...known.data.subarray(start, start + 3)].map(value => value.toString(16).padStart(2, '0')).join('')}`
    const [nearest] = inks.map(ink => ({ ink, away: okDistance(hex, ink) })).sort((one, other) => one.away - other.away)
    return nearest ? [nearest.ink] : []
  }
}
