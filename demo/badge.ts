import { d, group, mid, poly, shape, type Point } from './draw'
import { facet, INK } from './palette'

const DARK = facet(INK.coral, -0.14)

/** The festival badge, 400 by 400, in five inks set by classes of a style sheet. */
export const badge = (): string => {
  const [top, right, bottom, left, center]: Point[] = [
    [200, 62],
    [276, 148],
    [200, 292],
    [124, 148],
    [200, 148],
  ]
  const cls = (svg: string, name: string): string => svg.replace(/ fill="[^"]*"/, ` class="${name}"`)
  const sail = (a: Point, b: Point, name: string): string => cls(poly([center as Point, a, b], ''), name)
  const inner = (a: Point, b: Point, name: string): string =>
    sail(mid(center as Point, a, 0.5), mid(center as Point, b, 0.5), name)
  const wave = (y: number, name: string): string =>
    cls(
      shape('path', {
        d: d`M 62 ${y} q 23 -22 46 0 t 46 0 t 46 0 t 46 0 t 46 0 t 46 0 v 14 q -23 22 -46 0 t -46 0 t -46
         0 t -46 0 t -46 0 t -46 0 z`,
        fill: '',
      }),
      name,
    )
  return [
    '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 400 400" width="400" height="400">',
    '<title>Breezeholm badge</title>',
    `<style>\n.night { fill: ${INK.night} }\n.cream { fill: ${INK.cream} }\n.coral { fill: ` +
      `${INK.coral} }\n.shade { fill: ${DARK} }\n.gold { fill: ${INK.mustard} }\n</style>`,
    '<circle cx="200" cy="200" r="192" class="night"/>',
    '<circle cx="200" cy="200" r="180" class="cream"/>',
    '<circle cx="200" cy="200" r="172" class="night"/>',
    group('badge-kite', [
      sail(left as Point, top as Point, 'coral'),
      sail(top as Point, right as Point, 'shade'),
      sail(left as Point, bottom as Point, 'shade'),
      sail(right as Point, bottom as Point, 'coral'),
      inner(left as Point, top as Point, 'cream'),
      inner(top as Point, right as Point, 'gold'),
      inner(left as Point, bottom as Point, 'gold'),
      inner(right as Point, bottom as Point, 'cream'),
    ]),
    group('badge-water', [wave(296, 'gold'), wave(322, 'cream')]),
    '</svg>',
    '',
  ].join('\n')
}
