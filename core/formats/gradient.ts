import { plainStops, runAt, type GradientKind, type Run } from '#core/harmony/gradient'
import { hexOfLab } from '#core/color/convert'
import { escapeComment, keyOf, toOneLine, percentOf } from './exportScheme'
import { escapeXml } from './swatchSheet'

/** A gradient as it leaves the house: its name, how it runs, and its kind; the angle in degrees as in CSS. */
export interface HandedGradient {
  name: string
  kind: GradientKind
  angle: number
  run: Run
}

type Stops = ReadonlyArray<{ at: number; hex: string }>

const roundTo = (value: number): string => String(Math.round(value * 1000) / 1000)

/** The function of CSS that draws it with stops; `mixing` says how what is between them is mixed. */
const cssFunction = ({ kind, angle }: HandedGradient, stops: Stops, mixing: string): string => {
  const list = stops.map(({ at, hex }) => `${hex} ${percentOf(at)}`).join(', ')
  const led = [kind === 'linear' ? `${roundTo(angle)}deg` : kind === 'conic' ? `from ${roundTo(angle)}deg` : '', mixing]
  const how = led.filter(Boolean).join(' ')
  return `${kind}-gradient(${how ? `${how}, ` : ''}${list})`
}

/** A gradient as a value of CSS for any browser: mixed beforehand, with as many stops as the eye needs. */
export const plainCssOf = (gradient: HandedGradient): string => cssFunction(gradient, plainStops(gradient.run), '')

/** A gradient as a value of CSS for browsers that mix as it was made (CSS Images 4). */
export const cssOf = (gradient: HandedGradient): string => {
  const { stops, space, way } = gradient.run
  const sorted = [...stops].sort((one, other) => one.at - other.at)
  return cssFunction(gradient, sorted, `in ${space}${space === 'oklch' && way !== 'shorter' ? ` ${way} hue` : ''}`)
}

/** Gradients as a class each: mixed beforehand for browsers that cannot, and as they were made for those that can. */
export const gradientsToCss = (gradients: readonly HandedGradient[], keys: readonly string[]): string =>
  gradients
    .map((gradient, i) =>
      [
        `/* ${escapeComment(gradient.name)} */`,
        `.${keys[i] ?? keyOf(gradient.name)} {`,
        `  background-image: ${plainCssOf(gradient)};`,
        `  background-image: ${cssOf(gradient)};`,
        '}',
        '',
      ].join('\n'),
    )
    .join('\n')

const stopsOf = (stops: Stops): string =>
  stops.map(({ at, hex }) => `<stop offset="${roundTo(at)}" stop-color="${hex}"/>`).join('')

/** Into how many sectors a conic gradient is cut, which SVG cannot draw by itself. */
const SECTORS = 720

/** The sectors of a conic gradient, each reaching under all that follow, so that no seam shows between two. */
const sectorsOf = ({ angle, run }: HandedGradient, width: number, height: number): string => {
  const color = runAt(run)
  const [cx, cy] = [width / 2, height / 2]
  const reach = Math.hypot(width, height)
  const pointAt = (part: number): string => {
    const turn = ((angle + part * 360) * Math.PI) / 180
    return `${roundTo(cx + Math.sin(turn) * reach)} ${roundTo(cy - Math.cos(turn) * reach)}`
  }
  const first = `<rect width="${width}" height="${height}" fill="${hexOfLab(color(0.5 / SECTORS))}"/>`
  const sectors = Array.from({ length: SECTORS - 1 }, (_, i) => {
    const part = (i + 1) / SECTORS
    const large = part < 0.5 ? 1 : 0
    const arc = `A${roundTo(reach)} ${roundTo(reach)} 0 ${large} 1 ${pointAt(1)}`
    return `<path d="M${cx} ${cy}L${pointAt(part)}${arc}Z" fill="${hexOfLab(color(part + 0.5 / SECTORS))}"/>`
  })
  return first + sectors.join('')
}

/** A gradient as SVG of a size in its own units. */
export const gradientToSvg = (gradient: HandedGradient, width: number, height: number): string => {
  const { kind, angle, run, name } = gradient
  const turn = (angle * Math.PI) / 180
  const half = (Math.abs(width * Math.sin(turn)) + Math.abs(height * Math.cos(turn))) / 2
  const [cx, cy, dx, dy] = [width / 2, height / 2, Math.sin(turn) * half, -Math.cos(turn) * half]
  const ground = `<rect width="${width}" height="${height}" fill="url(#g)"/>`
  const body =
    kind === 'conic'
      ? sectorsOf(gradient, width, height)
      : kind === 'radial'
        ? `<radialGradient id="g" gradientUnits="userSpaceOnUse" cx="${cx}" cy="${cy}" r="${roundTo(Math.hypot(cx, cy))}">` +
          `${stopsOf(plainStops(run))}</radialGradient>${ground}`
        : '<linearGradient id="g" gradientUnits="userSpaceOnUse" ' +
          `x1="${roundTo(cx - dx)}" y1="${roundTo(cy - dy)}" x2="${roundTo(cx + dx)}" y2="${roundTo(cy + dy)}">` +
          `${stopsOf(plainStops(run))}</linearGradient>${ground}`
  return (
    `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}" viewBox="0 0 ${width} ${height}">` +
    `<title>${escapeXml(toOneLine(name))}</title>${body}</svg>\n`
  )
}
