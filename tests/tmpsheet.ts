import { readFileSync, writeFileSync, readdirSync } from 'node:fs'
import { sheetPages } from '../core/handover/sheet'
import { openFonts } from '../render/handover/fonts'
import { pageSvg } from '../render/handover/svgPage'
import { pdfOf } from '../render/handover/pdf'
import { plainSvg, renderPng } from '../render/resvg'
import { newProject } from '../core/scheme/create'
import { handedScheme, handedGradient } from '../core/handover/handed'
import { gradientPixels } from '../core/harmony/gradient'
import sharp from 'sharp'
import { parseColor } from '../core/color/parse'
const names = readdirSync('demo/artwork').filter(f => f.endsWith('.svg'))
const look = (id: string, base: string, name: string) => {
  const p = parseColor(base)!
  const project = newProject('x', { hex: p.hex, hue: p.hue, typed: base })
  return { id, name, note: id==='a' ? 'Warm, for the posters in town. The dark carries the lettering.' : '', chosen: id === 'a',
    artwork: names.map(n => { const s = readFileSync('demo/artwork/'+n,'utf8'); const m = /viewBox="0 0 ([\d.]+) ([\d.]+)"/.exec(s)!; return { id: n, name: n, width: +m[1]!, height: +m[2]! } }),
    scheme: handedScheme(project, name, { ladders: true, only: null }).scheme,
    gradients: [handedGradient({ name: 'Dusk', kind: 'linear', angle: 90, space: 'oklch', way: 'shorter', stops: [{at:0,swatch:'s1',hex:'#000000'},{at:1,swatch:'s2',hex:'#ffffff'}]}, project.scheme)] }
}
const looks = [look('a', '#e07a5f', 'Terracotta and teal'), look('b', '#0f6d5f', 'Deep green')]
const main = async () => {
  const fonts = openFonts()
  let t = performance.now()
  const pages = sheetPages({ title: 'Breezeholm kite festival', date: '26 November 2026', paper: null, inksOf: null, looks }, fonts.measure)
  console.log('layout', performance.now() - t, pages.length)
  const inserts = {
    artwork: async (a: string) => ({ kind: 'shapes' as const, svg: await plainSvg(readFileSync('demo/artwork/'+a,'utf8')) }),
    picture: async () => { throw new Error() },
    gradient: async (g: any, w: number, h: number) => sharp(gradientPixels(g.run, g, w, h), { raw: { width: w, height: h, channels: 4 } }).png().toBuffer(),
  }
  t = performance.now()
  const pdf = await pdfOf(pages, { title: 'Breezeholm', subject: 's' }, inserts)
  console.log('pdf', performance.now() - t, pdf.length)
  writeFileSync('/tmp/s.pdf', pdf)
  for (const [i, page] of pages.entries()) {
    const svg = await pageSvg(page, fonts, inserts, 2)
    writeFileSync(`/tmp/page-${i}.png`, await renderPng(svg, 1263))
  }
  console.log('png', performance.now() - t)
  process.exit(0)
}
main().catch(e => { console.error(e); process.exit(1) })
