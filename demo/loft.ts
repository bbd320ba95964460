import { createNoise2D } from 'simplex-noise'
import sharp from 'sharp'
import { renderSvg } from '../render/resvg'
import { dice } from './draw'

/* The kite loft above the harbor: a flat illustration as pixels, with smooth edges, painted light and a brush that
   shows a little. */

const WIDTH = 1280
const HEIGHT = 960
const INK = {
  night: '#1d2b4a',
  wall: '#e9dcc3',
  beam: '#7a4a32',
  sea: '#3f7f8c',
  sky: '#b9d3d6',
  red: '#c8452f',
  gold: '#e7ae3f',
  cloth: '#f6efe0',
  green: '#3f6b52',
} as const

const shade = (id: string, from: string, to: string, way = 'x2="0" y2="1"'): string =>
  `<linearGradient id="${id}" ${way}><stop stop-color="${from}"/><stop offset="1" stop-color="${to}"/></linearGradient>`

const roll = (x: number, y: number, width: number, color: string, end: string): string =>
  `<rect x="${x}" y="${y}" width="${width}" height="56" rx="4" fill="${color}"/><rect x="${x}" y="` +
  `${y + 34}" width="${width}" height="22" fill="${INK.night}" opacity="0.16"/><ellipse cx="${x}" ` +
  `cy="${y + 28}" rx="14" ry="28" fill="${end}"/><ellipse cx="${x}" cy="${y + 28}" rx="5" ry="10" ` +
  `fill="${INK.beam}"/>`

/** The drawing before it is painted. */
const drawing = (): string =>
  `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${WIDTH} ${HEIGHT}">
<defs>` +
  `${shade('wall', INK.wall, '#cdb795', 'x2="1" y2="0.6"')}${shade('sky', INK.sky, '#eadfca')}` +
  `${shade('sea', '#5b97a0', '#2c616e')}${shade('kite', '#d9573d', '#a02f20', 'x2="1" y2="1"')}` +
  `${shade('table', '#8d583c', '#5d3524')}</defs>
<rect width="${WIDTH}" height="${HEIGHT}" ` +
  `fill="url(#wall)"/>
<rect x="0" y="0" width="${WIDTH}" height="70" fill="${INK.beam}"/><rect ` +
  `x="0" y="52" width="${WIDTH}" height="18" fill="#5d3524"/>
<path d="M210 70V960H150V70ZM1130 ` +
  `70V960H1190V70Z" fill="${INK.beam}"/><path d="M210 70V960H190V70ZM1190 70V960H1170V70Z" ` +
  `fill="#5d3524"/>
<rect x="300" y="150" width="480" height="420" fill="url(#sky)"/>` +
  `<rect x="300" y="400" width="480" height="170" fill="url(#sea)"/>
<circle cx="430" cy="262" ` +
  `r="52" fill="${INK.gold}"/><path d="M300 410Q380 350 470 402T640 396T780 408V420H300Z" fill="` +
  `${INK.green}"/>
<path d="M420 470H520L500 496H440ZM468 380V466L420 460Z" fill="${INK.cloth}"/><` +
  `path d="M474 392V466H514Z" fill="${INK.red}"/>
<path d="M300 150H780V570H300ZM316 ` +
  `166V554H764V166Z" fill="${INK.cloth}" fill-rule="evenodd"/><rect x="532" y="166" width="16" ` +
  `height="388" fill="${INK.cloth}"/><rect x="316" y="350" width="448" height="12" fill="` +
  `${INK.cloth}"/>
<path d="M960 140L1090 330L960 590L850 330Z" fill="url(#kite)"/><path d="M960 ` +
  `140L1090 330L960 330Z" fill="${INK.gold}"/><path d="M960 330L960 590L850 330Z" fill="` +
  `${INK.night}"/><path d="M960 140V590M850 330H1090" stroke="${INK.beam}" stroke-width="5"/>
<` +
  `path d="M960 590Q1010 650 950 700T980 800" stroke="${INK.night}" stroke-width="4" fill="none"/><` +
  `path d="M962 664L930 650L934 690ZM962 664L1000 652L990 694Z" fill="${INK.gold}"/><path d="M958 ` +
  `752L924 742L930 780ZM958 752L996 744L984 784Z" fill="${INK.red}"/>
<rect x="0" y="740" width="` +
  `${WIDTH}" height="220" fill="url(#table)"/><rect x="0" y="740" width="${WIDTH}" height="14" ` +
  `fill="#a46e4c"/>
${roll(330, 690, 230, INK.red, '#9e3222')}` +
  `${roll(610, 696, 200, INK.sea, '#2c616e')}${roll(420, 636, 220, INK.gold, '#b9812a')}
<path ` +
  `d="M240 830L520 800L700 860L360 905Z" fill="${INK.cloth}"/><path d="M360 905L700 860L690 ` +
  `874L366 918Z" fill="#d8ccb4"/><path d="M420 838L560 826" stroke="${INK.night}" stroke-width="3" ` +
  `stroke-dasharray="14 9"/>
<path d="M860 860a46 20 0 1 0 92 0a46 20 0 1 0 -92 0Z" fill="` +
  `${INK.night}"/><path d="M860 800V860a46 20 0 0 0 92 0V800Z" fill="${INK.green}"/><ellipse ` +
  `cx="906" cy="800" rx="46" ry="20" fill="#2c4d3a"/>
<path d="M886 796L870 690M906 796L912 ` +
  `672M924 796L950 700" stroke="${INK.beam}" stroke-width="8"/><circle cx="912" cy="668" r="12" ` +
  `fill="${INK.red}"/>
<path d="M690 70V150" stroke="${INK.night}" stroke-width="5"/><path d="M640 ` +
  `150H740L772 214H608Z" fill="${INK.night}"/><ellipse cx="690" cy="214" rx="82" ry="12" fill="` +
  `${INK.gold}"/></svg>`

/** Strength of the brush strokes, of 255, and the number of their steps. */
const BRUSH = { strength: 9, steps: 3 } as const

/** The illustration as a PNG: the drawing, and over it strokes of a broad brush, a little lighter and darker. */
export const kiteLoft = async (): Promise<Buffer> => {
  const { width, height, data } = await renderSvg(drawing(), { side: 'width', pixels: WIDTH, crisp: false })
  const noise = createNoise2D(dice(7))
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const stroke = noise(x / 210 + y / 700, y / 34)
      const by =
        (Math.round(Math.max(0, Math.abs(stroke) - 0.45) * 2 * BRUSH.steps) / BRUSH.steps) *
        BRUSH.strength *
        Math.sign(stroke)
      const i = (y * width + x) * 4
      for (let n = 0; n < 3; n++) data[i + n] = Math.min(255, Math.max(0, data[i + n]! + by))
    }
  return sharp(data, { raw: { width, height, channels: 4 } })
    .removeAlpha()
    .png({ compressionLevel: 9 })
    .toBuffer()
}
