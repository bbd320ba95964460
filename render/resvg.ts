import { renderAsync } from '@resvg/resvg-js'
import type { Renderer } from '../core/artwork/area'

/** Renders an SVG to pixels off the main thread. Rejects with the renderer's reason where it cannot. */
export const renderSvg: Renderer = async (svg, { side, pixels, crisp }) => {
  const image = await renderAsync(svg, {
    fitTo: { mode: side, value: pixels },
    font: { loadSystemFonts: /<(?:\w+:)?text[\s>]/.test(svg) },
    shapeRendering: crisp ? 0 : 2,
    logLevel: 'off',
  })
  return { width: image.width, height: image.height, data: image.pixels }
}
