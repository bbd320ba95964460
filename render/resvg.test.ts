import sharp from 'sharp'
import { renderPixels, renderPng, renderSvg } from './resvg'

const view = { side: 'width', pixels: 8, crisp: false } as const
const square =
  '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 8 8"><rect width="8" height="8" fill="#ff0000"/></svg>'
/** A filter that lies wholly outside the drawing: it brings the library down. */
const breaking =
  '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 16 16">' +
  '<filter id="a" height="100%" width="100%" x="0%" y="0%"><feFlood/></filter><g filter="url(#a)">' +
  '<rect x="400" y="400" width="1024" height="800"/></g></svg>'

describe('rendering', () => {
  it('gives the pixels of a drawing', async () => {
    const { width, height, data } = await renderSvg(square, view)
    expect([width, height, ...data.slice(0, 4)]).toEqual([8, 8, 255, 0, 0, 255])
  })
  it('gives half clear colors as bright as they were drawn', async () => {
    const { data } = await renderPixels(square.replace('#ff0000', '#ff8000" fill-opacity="0.5'), 8)
    const png = await sharp(await renderPng(square.replace('#ff0000', '#ff8000" fill-opacity="0.5'), 8))
      .raw()
      .toBuffer()
    expect([...data.slice(0, 4)]).toEqual([255, 128, 0, 128])
    for (let i = 0; i < data.length; i++) expect(Math.abs((data[i] ?? 0) - (png[i] ?? 0))).toBeLessThanOrEqual(1)
  })
  it('refuses what is no SVG, with the reason', () => expect(renderSvg('<svg', view)).rejects.toThrow(/\w/))
  it('lives on after a drawing that brings the renderer down, and says so of that one', async () => {
    const all = await Promise.allSettled([
      renderSvg(breaking, view),
      ...Array.from({ length: 5 }, () => renderSvg(square, view)),
      renderSvg(breaking, view),
      renderSvg(square, view),
    ])
    expect(all.map(({ status }) => status)).toEqual([
      'rejected',
      ...Array<string>(5).fill('fulfilled'),
      'rejected',
      'fulfilled',
    ])
  })
  it('renders many at once, each its own', async () => {
    const all = await Promise.all(
      Array.from({ length: 12 }, (_, i) => renderSvg(square.replace('#ff0000', `rgb(${i * 20},0,0)`), view)),
    )
    expect(all.map(({ data }) => data[0])).toEqual(Array.from({ length: 12 }, (_, i) => i * 20))
  })
})
