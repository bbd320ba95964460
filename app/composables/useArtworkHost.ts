import { INKS_ATTRIBUTE, variableOf } from '../../core/artwork/write'
import type { ScreenArtwork } from '~/workers/artwork.worker'

const SHEET = `
:host { display: block }
svg { display: block; width: 100%; height: 100% }
a { cursor: inherit }
`

/** Puts the SVG of an artwork into a shadow root of its own, so that neither its rules nor its names reach the page. */
const fill = (host: HTMLElement, svg: string): SVGElement => {
  const root = host.shadowRoot ?? host.attachShadow({ mode: 'open' })
  const parsed = new DOMParser().parseFromString(svg, 'image/svg+xml')
  const element = parsed.documentElement
  if (parsed.querySelector('parsererror') || !(element instanceof SVGSVGElement)) throw new Error('This browser cannot show the artwork: it is not well-formed.')
  if (!element.hasAttribute('viewBox')) {
    const [width, height] = [element.width.baseVal.value, element.height.baseVal.value]
    if (width > 0 && height > 0) element.setAttribute('viewBox', `0 0 ${width} ${height}`)
  }
  element.removeAttribute('width')
  element.removeAttribute('height')
  const sheet = document.createElement('style')
  sheet.textContent = SHEET
  root.replaceChildren(sheet, document.importNode(element, true))
  return element
}

/**
 * Shows an artwork in an element and keeps its colors: a change of colors sets one CSS variable for each ink
 * that changed. Returns the inks under a point of the page.
 */
export const useArtworkHost = (
  host: Readonly<Ref<HTMLElement | null>>, screen: () => ScreenArtwork | undefined, colors: () => ReadonlyMap<string, string>,
) => {
  const problem = ref<string | null>(null)
  let set: string[] = []

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

  watch([host, screen], ([element, shown]) => {
    if (!element || !shown) return
    set = []
    try {
      fill(element, shown.svg)
      problem.value = null
    } catch (error) {
      problem.value = reasonOf(error)
    }
    paint()
  }, { immediate: true, flush: 'post' })
  watch(colors, paint, { flush: 'sync' })

  const inksAt = (x: number, y: number): string[] => {
    const shown = screen()
    const at = host.value?.shadowRoot?.elementFromPoint(x, y)?.closest(`[${INKS_ATTRIBUTE}]`)
    return (at?.getAttribute(INKS_ATTRIBUTE) ?? '').split(' ').flatMap(place => shown?.inks[Number(place)] ?? []).filter((_, i) => Boolean(at) && i < 8)
  }

  return { problem, inksAt }
}
