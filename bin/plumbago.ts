import { reasonOf } from './reason'

const USAGE =
  `Usage:
  plumbago inks FILE --json [--also pictures,computed]
  plumbago remap FILE ` +
  `--map '#from=#to,…' | --map-file map.json | --scheme COLORS [how] -o OUT
  plumbago batch ` +
  `DIR --map-file map.json | --scheme COLORS [how] [--each] -o OUTDIR
    how: [--match ` +
  'picture|values|area|nearest|turn] [--shading held|rungs|flat|stepped|relative|hue-only|turned]\n' +
  `         [--hold 0–1] [--shares 0–1] [--hues 0–1] [--neutrals inks|left|tinted] [--seed N] [--tolerance 0–20] [--restrict COLORS]
    Either takes ` +
  '[--also pictures,computed]: pictures within a file, and colors of masks, clip paths, lights and ' +
  `color matrices.
    A FILE is SVG, PNG, JPEG, WebP or GIF; a picture is written as the name of OUT ends.
    COLORS is a list of colors as text, CSS, CSV, design tokens or SVG. A batch ` +
  `matches all files together, with --each every file by itself.
  plumbago compare BEFORE AFTER --scheme COLORS --json
  plumbago check FILE --scheme COLORS [how] [--text '#letters on #ground,…'] [--profile coated|uncoated|FILE.icc] --json
    Ends with 0 where nothing is serious, 1 where something is, 2 where something cannot be read.
  plumbago extract IMAGE --count ` +
  `N [--lean X,Y] [--apart DELTA_E] [--by eye|faithful] --json
  plumbago scheme --base COLOR --harmony KIND --wheel ` +
  `light|paint|perceptual --count N [--tone PLAN] [--spread DEGREES] [--turn DEGREES] --format css|tailwind|tokens|csv|text|sheet
  plumbago export PROJECT.json|DIR [--scheme COLORS]… [how] --as svg,themed,png,pdf,css,tailwind,tokens,csv,text,sheet,strip
    [--width PIXELS,…] [--ladders] [--all-colors] -o OUTDIR
    A PROJECT.json is a project as the server tells it, its artwork beside it; of a DIR all artwork is taken. Each scheme is a
    colorway. pdf is the sheet.
  plumbago sheet PROJECT.json|DIR [--scheme COLORS]… [how] -o OUT.pdf|OUT.png
  plumbago gradient --colors '#e07a5f,#0f6d5f 60%,…' [--kind linear|radial|conic] [--angle DEGREES] [--space oklab|oklch]
    [--way shorter|longer|increasing|decreasing] [--size WIDTHxHEIGHT] -o OUT.css|OUT.svg|OUT.png
  plumbago people [--link NAME | --first] [--at ADDRESS]
    Who works here; a new link for somebody to set a password; the link for the first owner.
  plumbago backup FILE|-
    Everything, as it is at one moment, into a file (or to where the output goes), while people work.
  plumbago restore FILE|- [--into DATABASE_URL] [--over]
    All of a backup or nothing; --over replaces what is in the database.
`

/** Who reads may stop reading: `plumbago inks … | head`. */
process.stdout.on('error', (error: NodeJS.ErrnoException) => {
  if (error.code !== 'EPIPE') throw error
})

const args = process.argv.slice(2)
const runFromArguments = async (): Promise<number> => {
  // help waits for nothing
  if (args.length && !args.every(arg => arg === '--help' || arg === '-h'))
    return (await import('./verbs')).run(args, USAGE)
  process.stdout.write(USAGE)
  return args.length ? 0 : 2
}

runFromArguments().then(
  code => {
    process.exitCode = code
  },
  (error: unknown) => {
    process.stderr.write(`${reasonOf(error)}\n`)
    process.exitCode = 2
  },
)
