import { ref, type Ref, watch } from 'vue'
import { INKS_ATTRIBUTE, SHAPE_ATTRIBUTE, variableOf } from '#core/svg/screenNames'
import type { HandPaint } from '#core/svg/write'
import { NOTHING_BY_HAND } from '#core/painting/painting'
import type { ScreenArtwork } from '~/workers/artwork.worker'
import { reasonOf } from '~/words/reasonOf'
import { usePicturesWithin } from './usePicturesWithin'

const SHEET = `
:host { display: block }
svg { display: block; width: 100%; height: 100% }
a { cursor: inherit }
[data-picked] { outline: 2px solid oklch(0.56 0.13 268); outline-offset: 1px }
`

/** Attributes that take the focus or a click away from the page: links go nowhere, and nothing of an artwork is a stop on the way. */
const TAKING = ['href', 'tabindex', 'autofocus', 'accesskey', 'focusable'] as const

const disarm = (element: SVGElement): void => {
  for (const each of [element, ...element.querySelectorAll('a, [tabindex], [autofocus], [accesskey]')]) {
    for (const name of TAKING) each.removeAttribute(name)
    each.removeAttributeNS('http://www.w3.org/1999/xlink', 'href')
  }
}

/** Rules that mean the frame an artwork stands in, which they do not know of where they come from. */
const MEANS_HOST = /:host|::part|::slotted/i

/** Takes such rules out of the sheets of an artwork that is in place. */
const looseHost = (root: ShadowRoot): void => {
  const loose = (rules: { cssRules: CSSRuleList; deleteRule: (at: number) => void }): void => {
    for (let at = rules.cssRules.length - 1; at >= 0; at--) {
      const rule = rules.cssRules[at]
      if (rule instanceof CSSStyleRule && MEANS_HOST.test(rule.selectorText)) rules.deleteRule(at)
      else if (rule instanceof CSSStyleRule || rule instanceof CSSGroupingRule) loose(rule)
    }
  }
  for (const style of root.querySelectorAll<SVGStyleElement>('svg style')) if (style.sheet) loose(style.sheet)
}

/** Puts the SVG of an artwork into a shadow root of its own, so that neither its rules nor its names reach the page. */
const fill = (host: HTMLElement, svg: string): SVGElement => {
  const root = host.shadowRoot ?? host.attachShadow({ mode: 'open' })
  const parsed = new DOMParser().parseFromString(svg, 'image/svg+xml')
  const element = parsed.documentElement
  if (parsed.querySelector('parsererror') || !(element instanceof SVGSVGElement))
    throw new Error('This browser cannot show the artwork: it is not well-formed.')
  if (!element.hasAttribute('viewBox')) {
    const [width, height] = [element.width.baseVal.value, element.height.baseVal.value]
    if (width > 0 && height > 0) element.setAttribute('viewBox', `0 0 ${width} ${height}`)
  }
  element.removeAttribute('width')
  element.removeAttribute('height')
  const sheet = document.createElement('style')
  sheet.textContent = SHEET
  disarm(element)
  root.replaceChildren(sheet, document.importNode(element, true))
  looseHost(root)
  return element
}

/** Paints shapes by hand in a shadow root and remembers the style each came with; `forget` when the artwork is put in anew. */
const handPainter = (root: () => ShadowRoot | null) => {
  let painted = new Map<number, { shape: SVGElement; style: string | null }>()
  const restore = (shape: SVGElement, style: string | null): void => {
    if (style === null) shape.removeAttribute('style')
    else shape.setAttribute('style', style)
  }
  const paint = (now: ReadonlyMap<number, HandPaint>): void => {
    const within = root()
    if (!within) return
    for (const [place, { shape, style }] of painted) {
      if (now.has(place)) continue
      restore(shape, style)
      painted.delete(place)
    }
    for (const [place, colors] of now) {
      const known = painted.get(place)
      const shape = known?.shape ?? within.querySelector<SVGElement>(`[${SHAPE_ATTRIBUTE}="${place}"]`)
      if (!shape) continue
      if (known) restore(shape, known.style)
      else painted.set(place, { shape, style: shape.getAttribute('style') })
      for (const name of ['fill', 'stroke', 'opacity'] as const)
        if (colors[name] !== undefined) shape.style.setProperty(name, String(colors[name]), 'important')
    }
  }
  return { paint, forget: (): void => void (painted = new Map()) }
}

/**
 * Shows an artwork in an element and keeps its colors: a change of colors sets one CSS variable for each ink that
 * changed, the style of each shape painted by hand, and the pictures within it. Returns the inks, the shape and the
 * picture under a point of the page.
 */
export const useArtworkHost = (
  host: Readonly<Ref<HTMLElement | null>>,
  screen: () => ScreenArtwork | undefined,
  colors: () => ReadonlyMap<string, string>,
  byHand: () => ReadonlyMap<number, HandPaint> = () => NOTHING_BY_HAND.shapes,
) => {
  const problem = ref<string | null>(null)
  let set: string[] = []
  const root = (): ShadowRoot | null => host.value?.shadowRoot ?? null
  const hand = handPainter(root)
  const paintByHand = (): void => hand.paint(byHand())
  const { refilled, pictureAt } = usePicturesWithin(root, screen, colors)

  const paint = (): void => {
    const [element, shown] = [host.value, screen()]
    if (!element || !shown) return
    const now = colors()
    shown.inks.forEach((ink, place) => {
      const color = now.get(ink) ?? ink
      if (set[place] === color) return
      set[place] = color
      element.style.setProperty(variableOf(place), color)
    })
  }

  watch(
    [host, screen],
    ([element, shown]) => {
      if (!element || !shown?.svg) return
      set = []
      hand.forget()
      try {
        fill(element, shown.svg)
        problem.value = null
      } catch (error) {
        problem.value = reasonOf(error)
      }
      paint()
      paintByHand()
      refilled()
    },
    { immediate: true, flush: 'post' },
  )
  watch(colors, paint, { flush: 'sync' })
  watch(byHand, paintByHand, { flush: 'post' })

  const shapeAt = (x: number, y: number): Element | null =>
    root()?.elementFromPoint(x, y)?.closest(`[${SHAPE_ATTRIBUTE}]`) ?? null
  const inksAt = (x: number, y: number): string[] => {
    const shown = screen()
    const at = shapeAt(x, y)
    return (at?.getAttribute(INKS_ATTRIBUTE) ?? '')
      .split(' ')
      .flatMap(place => shown?.inks[Number(place)] ?? [])
      .filter((_, i) => Boolean(at) && i < 8)
  }

  return { problem, inksAt, shapeAt, pictureAt, root }
}
