import { corners, d, poly, shape } from './draw'
import { facet, INK } from './palette'

const SIZE = 96
const PLATE = { x: 2, y: 2, width: 92, height: 92, rx: 14 }
const DEEP = facet(INK.sea, -0.14)

const sheet = (title: string, content: readonly string[], defs = ''): string =>
  [
    `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${SIZE} ${SIZE}" width="${SIZE}" height="${SIZE}"${defs}>`,
    `<title>${title}</title>`,
    ...content,
    '</svg>',
    '',
  ].join('\n')

const plate = shape('rect', { ...PLATE, fill: INK.sea })

const kiteField = (): string =>
  sheet('Kite field', [
    plate,
    poly(corners('44,14 66,36 44,66 24,36'), INK.cream),
    poly(corners('44,14 66,36 44,36'), INK.mustard),
    poly(corners('44,36 44,66 24,36'), INK.mustard),
    shape('path', {
      'd': d`M 44 66 c 4 10 14 2 16 10 s 8 4 12 8`,
      'fill': 'none',
      'stroke': INK.cream,
      'stroke-width': 3,
      'stroke-linecap': 'round',
    }),
    poly(corners('56,70 64,74 55,79'), INK.mustard),
    poly(corners('74,76 72,86 80,82'), INK.mustard),
  ])

const ferry = (): string =>
  sheet('Ferry', [
    shape('rect', { ...PLATE, style: `fill: ${INK.sea}` }),
    shape('path', { d: d`M 16 54 h 64 l -9 18 h -46 z`, style: `fill: ${INK.cream}` }),
    shape('path', { d: d`M 30 38 h 34 v 14 h -34 z`, style: `fill: ${INK.cream}; stroke: none` }),
    shape('path', { d: d`M 38 22 h 10 v 14 h -10 z`, style: `fill: ${INK.mustard}` }),
    ...[36, 47, 58].map(x => shape('circle', { cx: x, cy: 45, r: 3.4, style: `fill: ${DEEP}` })),
    shape('path', {
      d: d`M 14 80 q 8.5 -7 17 0 t 17 0 t 17 0 t 17 0`,
      style: `fill: none; stroke: ${INK.mustard}; stroke-width: 3.5; stroke-linecap: round`,
    }),
  ])

const food = (): string =>
  sheet('Food and drink', [
    `<style>.plate { fill: ${INK.sea} } .light { fill: ${INK.cream} } .warm { fill: ${INK.mustard} } ` +
      `.steam { fill: none; stroke: ${INK.mustard}; stroke-width: 3; stroke-linecap: round } .deep { ` +
      `fill: ${DEEP} }</style>`,
    shape('rect', { ...PLATE, class: 'plate' }),
    shape('path', {
      d: d`M 22 44 h 42 v 18 c 0 10 -8 14 -14 14 h -14 c -8 0 -14 -5 -14 -14 z`,
      class: 'light',
    }),
    shape('path', {
      d: d`M 64 48 h 5 c 12 0 12 18 -1 18 h -5 v -6 h 5 c 5 0 5 -6 0 -6 h -4 z`,
      class: 'warm',
    }),
    shape('rect', { x: 22, y: 44, width: 42, height: 5, class: 'deep' }),
    ...[32, 43, 54].map(x => shape('path', { d: d`M ${x} 36 c -5 -6 5 -9 0 -16`, class: 'steam' })),
  ])

const firstAid = (): string =>
  sheet('First aid', [
    plate,
    shape('rect', { x: 18, y: 30, width: 60, height: 46, rx: 6, fill: INK.cream }),
    shape('path', {
      d: d`M 36 30 v -5 c 0 -4 3 -7 7 -7 h 10 c 4 0 7 3 7 7 v 5 h -5 v -5 c 0 -1 -1 -2 -2 -2 h -10 c -1
       0 -2 1 -2 2 v 5 z`,
      fill: DEEP,
    }),
    shape('path', {
      d: d`M 43 38 h 10 v 10 h 10 v 10 h -10 v 10 h -10 v -10 h -10 v -10 h 10 z`,
      fill: INK.coral,
    }),
  ])

const tickets = (): string =>
  sheet('Tickets', [
    plate,
    `<g color="${INK.cream}" fill="currentColor">`,
    shape('path', {
      d: d`M 16 34 h 64 v 9 a 6 6 0 0 0 0 12 v 9 h -64 v -9 a 6 6 0 0 0 0 -12 z`,
    }),
    '</g>',
    shape('path', {
      'd': d`M 60 37 v 24`,
      'fill': 'none',
      'stroke': DEEP,
      'stroke-width': 2.5,
      'stroke-dasharray': '3 3',
    }),
    poly(corners('38,38 47,47 38,60 29,47'), INK.mustard),
    poly(corners('38,38 47,47 38,47'), INK.coral),
  ])

const stage = (): string =>
  sheet('Stage', [
    plate,
    shape('path', { d: d`M 18 66 h 60 l 6 12 h -72 z`, fill: INK.mustard }),
    shape('path', {
      d: d`M 44 22 l 28 -6 v 34 a 8 7 0 1 1 -5 -6 v -16 l -18 4 v 22 a 8 7 0 1 1 -5 -6 z`,
      fill: INK.cream,
    }),
    poly(corners('12,78 84,78 84,82 12,82'), DEEP),
  ])

/** The six wayfinding pictograms, 96 by 96, each saying its colors in another way SVG has. */
export const pictograms = (): Record<string, string> => ({
  'pictogram-kite-field': kiteField(),
  'pictogram-ferry': ferry(),
  'pictogram-food': food(),
  'pictogram-first-aid': firstAid(),
  'pictogram-tickets': tickets(),
  'pictogram-stage': stage(),
})
