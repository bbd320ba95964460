import { dice } from '../../demo/draw'

/** An SVG of so many small shapes in so many inks, as a drawing program would write it. */
export const generatedSvg = (shapes: number, inks: number): string => {
  const roll = dice(5)
  const colors = Array.from(
    { length: inks },
    () =>
      `#${Math.floor(roll() * 0xffffff)
        .toString(16)
        .padStart(6, '0')}`,
  )
  const side = Math.ceil(Math.sqrt(shapes))
  const cell = 1000 / side
  const body = Array.from({ length: shapes }, (_, i) => {
    const [x, y] = [(i % side) * cell, Math.floor(i / side) * cell]
    const color = colors[i % inks] as string
    const at = (dx: number, dy: number): string => `${(x + dx * cell).toFixed(1)} ${(y + dy * cell).toFixed(1)}`
    switch (i % 4) {
      case 0:
        return `<path fill="${color}" d="M${at(0.1, 0.1)}L${at(0.9, 0.2)} ${at(0.8, 0.9)} ${at(0.2, 0.8)}Z"/>`
      case 1:
        return (
          `<circle style="fill:${color};stroke:none" cx="${(x + cell / 2).toFixed(1)}" cy="` +
          `${(y + cell / 2).toFixed(1)}" r="${(cell * 0.4).toFixed(1)}"/>`
        )
      case 2:
        return (
          `<rect fill="${color}" x="${x.toFixed(1)}" y="${y.toFixed(1)}" width="${(cell * 0.9).toFixed(1)}` +
          `" height="${(cell * 0.8).toFixed(1)}"/>`
        )
      default:
        return `<path fill="none" stroke="${color}" stroke-width="1.5" d="M${at(0, 0.5)}C${at(0.3, 0)} ${at(0.6, 1)} ${at(1, 0.5)}"/>`
    }
  })
  return `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 1000 1000">\n<g id="all">\n${body.join('\n')}\n</g>\n</svg>\n`
}
