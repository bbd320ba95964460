import { escapeXml } from '#core/formats/swatchSheet'
import { toOneLine, type ExportSwatch } from '#core/formats/exportScheme'

/** A colorway on the page that an archive opens with: its colors, and which of its files shows it. */
export interface ContentsLook {
  name: string
  note: string
  chosen: boolean
  swatches: readonly ExportSwatch[]
  /** The names of what was left out of its scheme. */
  left: readonly string[]
  picture: string | null
  /** The paths of its files. */
  files: readonly string[]
}

/** The content of the page. */
export interface Contents {
  title: string
  date: string
  /** The paths of files that belong to several colorways. */
  files: readonly string[]
  looks: readonly ContentsLook[]
  /** The files that could not be written, and why. */
  failed: ReadonlyArray<{ path: string; reason: string }>
}

const addressOf = (path: string): string => path.split('/').map(encodeURIComponent).join('/')
const linkHtml = (path: string): string => `<li><a href="${escapeXml(addressOf(path))}">${escapeXml(path)}</a></li>`
const listHtml = (paths: readonly string[]): string => (paths.length ? `<ul>${paths.map(linkHtml).join('')}</ul>` : '')

const swatchOf = ({ name, hex, share }: ExportSwatch): string =>
  `<li style="flex:${Math.max(0.05, share ?? 1).toFixed(3)}"><i style="background:${hex}"></i>` +
  `<b>${escapeXml(toOneLine(name))}</b> <code>${hex}</code></li>`

const lookOf = ({ name, note, chosen, swatches, left, picture, files }: ContentsLook): string =>
  [
    `<section><h2>${escapeXml(toOneLine(name))}${chosen ? ' <small>chosen</small>' : ''}</h2>`,
    note ? `<p>${escapeXml(toOneLine(note))}</p>` : '',
    picture ? `<img src="${escapeXml(addressOf(picture))}" alt="${escapeXml(toOneLine(name))}">` : '',
    `<ol>${swatches.map(swatchOf).join('')}</ol>`,
    left.length
      ? `<p class="quiet">Left out, because no artwork uses it: ${escapeXml(left.map(toOneLine).join(', '))}.</p>`
      : '',
    listHtml(files),
    '</section>',
  ].join('')

/** Appearance of the page; nothing is fetched for it. */
const STYLE =
  'body{margin:48px auto;max-width:960px;padding:0 24px;font:15px/1.5 sans-serif;color:#1a1a1a;background:#fff}' +
  'h1{font-size:28px;margin:0}h2{font-size:20px;margin:40px 0 8px}small,.quiet{color:#595959;font-size:13px;font-weight:400}' +
  'section{border-top:1px solid #c8c8c8;margin-top:32px}img{display:block;max-width:100%;max-height:420px;margin:12px 0}' +
  'ol{display:flex;list-style:none;margin:12px 0;padding:0}ol li{min-width:0;padding-right:4px;font-size:12px;overflow-wrap:anywhere}' +
  'ol i{display:block;height:48px;margin-right:-4px}code{font-size:11px}ul{columns:2;padding-left:18px;font-size:13px}a{color:#1f3fae}'

/** The page an archive opens with, as HTML without scripts: what is in it, colorway by colorway. */
export const contentsPage = ({ title, date, files, looks, failed }: Contents): string =>
  [
    '<!doctype html>\n<html lang="en"><head><meta charset="utf-8">',
    `<meta http-equiv="Content-Security-Policy" content="default-src 'none'; img-src 'self' file:; style-src 'unsafe-inline'">`,
    `<meta name="viewport" content="width=device-width"><title>${escapeXml(toOneLine(title))}</title><style>${STYLE}</style></head>`,
    `<body><h1>${escapeXml(toOneLine(title))}</h1><p class="quiet">Handed over on ${escapeXml(date)}</p>`,
    listHtml(files),
    ...looks.map(lookOf),
    failed.length
      ? `<section><h2>Could not be written</h2><ul>${failed
          .map(({ path, reason }) => `<li>${escapeXml(path)}: ${escapeXml(toOneLine(reason))}</li>`)
          .join('')}</ul></section>`
      : '',
    '</body></html>\n',
  ].join('\n')
