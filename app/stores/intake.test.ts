import { type FakeServer, freshPage, Refusal, until } from '~/testing/page'
import { artworkOf, beginProject } from '~/testing/project'
import { derivedFrom } from '#core/interaction/testing'
import { setFilePath } from '~/browser/filePaths'
import { useArtworkFiles } from './artwork'
import { useHistory } from './history'
import { useIntake } from './intake'
import { useNotices } from './notices'
import { usePainting } from './painting'
import { useProjectSession } from './session'

/* Artwork that comes in by the hundred. The server is a stand-in; each file is known by its name. */

jest.mock('~/workers/desk', () => ({
  deskOf: () => ({ at: () => ({ open: () => Promise.reject(new Error('no worker')) }), letGo: () => undefined }),
}))

const hashOf = (n: number): string => (n + 16).toString(16).padStart(64, '0')
const fileOf = (n: number, path?: string): File => {
  const file = new File([`<svg>${n}</svg>`], `icon-${n}.svg`)
  if (path) setFilePath(file, path)
  return file
}
const files = (count: number): File[] => Array.from({ length: count }, (_, n) => fileOf(n))
/** The server's answer to a file: its number is in its name. */
const recordFor = (path: string, ink = '#102030') => {
  const n = Number(/icon-(\d+)/.exec(path)?.[1])
  return { ...artworkOf('a', [[ink, 1]]).file, hash: hashOf(n), name: `Icon ${n}` }
}

let server: FakeServer
/** The most requests that were on their way at the same time. */
let max = 0
beforeEach(() => {
  server = freshPage()
  max = 0
  let now = 0
  server.on('POST', /^artwork\?/, async ({ path }) => {
    max = Math.max(max, ++now)
    await new Promise(done => setTimeout(done, 1))
    now--
    return recordFor(path)
  })
  beginProject(derivedFrom('#0f6d5f', { kind: 'triadic', count: 4 }), { known: () => usePainting().known })
  useProjectSession().id = 'p1'
})
const texts = (): string[] => useNotices().shown.map(({ text }) => text)
const names = (): string[] => useHistory().settled?.artwork.map(({ name }) => name) ?? []

describe('artwork that comes in', () => {
  it('is read several at a time, stands in the order it was chosen in, and is one step', async () => {
    const intake = useIntake()
    const seen: number[] = []
    const adding = intake.add(files(30))
    const watching = setInterval(() => seen.push(intake.progress?.done ?? -1), 1)
    await adding
    clearInterval(watching)
    expect(max).toBe(4)
    expect(names()).toEqual(Array.from({ length: 30 }, (_, n) => `Icon ${n}`))
    expect(seen.some(done => done > 0 && done < 30)).toBe(true)
    expect(texts()).toEqual(['Added 30 pieces of artwork.'])
    expect(Object.keys(useHistory().settled?.remap.targets ?? {})).toEqual(['#102030']) // matched
    useHistory().undo()
    expect(names()).toEqual([])
  })
  it('leaves the stage where it is, unless nothing was on it or a single file came', async () => {
    const [intake, painting] = [useIntake(), usePainting()]
    await intake.add([fileOf(1), fileOf(2)])
    expect(painting.artwork?.name).toBe('Icon 1')
    await intake.add([fileOf(3), fileOf(4)])
    expect(painting.artwork?.name).toBe('Icon 1')
    await intake.add([fileOf(5)])
    expect(painting.artwork?.name).toBe('Icon 5')
  })
  it('keeps the folder it stood in', async () => {
    await useIntake().add([fileOf(1, '/brand/../icons/icon-1.svg'), fileOf(2)])
    expect(useHistory().settled?.artwork.map(({ folder }) => folder)).toEqual(['brand/icons', undefined])
  })
  it('that is there already is left out, once for the lot, and added again where that is wanted', async () => {
    const intake = useIntake()
    await intake.add(files(3))
    await intake.add([fileOf(1), fileOf(2), fileOf(3), fileOf(3)])
    expect(names()).toEqual(['Icon 0', 'Icon 1', 'Icon 2', 'Icon 3'])
    const notice = useNotices().shown.at(-1)
    expect(notice?.text).toBe('Added 1 of 4 files. 3 are in the project already.')
    void notice?.undo?.()
    expect(names()).toHaveLength(7)
  })
  it('goes on past a file that cannot be taken, and says by reason what was not', async () => {
    server.on('POST', /icon-[35]\.svg/, () => new Refusal(422, 'It is not SVG.'))
    const intake = useIntake()
    await intake.add(files(8))
    expect(names()).toHaveLength(6)
    expect(intake.reports.map(({ file, lines, refused }) => [file, lines, refused])).toEqual([
      ['icon-3.svg', ['It is not SVG.'], true],
      ['icon-5.svg', ['It is not SVG.'], true],
    ])
    expect(texts()).toEqual(['Added 6 of 8 files. 2 could not be added.'])
  })
  it('waits while the server does not answer, and goes on where it was', async () => {
    server.on('POST', /icon-9\.svg/, () => new Refusal(0, ''))
    const intake = useIntake()
    const adding = intake.add(files(12))
    await until(() => intake.progress?.isPaused === true)
    expect(intake.progress?.why).toBe('The server isn’t responding.')
    expect(names()).toEqual([])
    server.on('POST', /icon-9\.svg/, ({ path }) => recordFor(path))
    intake.goOn()
    await adding
    expect(names()).toEqual(Array.from({ length: 12 }, (_, n) => `Icon ${n}`))
  })
  it('waits while the server’s disk is full, nothing half taken, and goes on when there is room', async () => {
    let isFull = true
    server.on('POST', /icon-\d+\.svg/, ({ path }) =>
      isFull ? new Refusal(507, 'The server’s disk is full; nothing was saved.') : recordFor(path),
    )
    const intake = useIntake()
    const adding = intake.add(files(12))
    await until(() => intake.progress?.isPaused === true)
    expect(intake.progress).toMatchObject({ why: 'The server’s disk is full; nothing was saved.', refused: 0 })
    expect(names()).toEqual([])
    isFull = false
    intake.goOn()
    await adding
    expect(names()).toEqual(Array.from({ length: 12 }, (_, n) => `Icon ${n}`))
    expect(intake.reports).toEqual([])
  })
  it('is paused and continued', async () => {
    const intake = useIntake()
    const adding = intake.add(files(20))
    await until(() => (intake.progress?.done ?? 0) > 0)
    intake.pause()
    await new Promise(done => setTimeout(done, 20))
    const done = intake.progress?.done ?? 0
    await new Promise(wait => setTimeout(wait, 20))
    expect(intake.progress).toMatchObject({ done, isPaused: true, why: null })
    expect(done).toBeLessThan(20)
    intake.goOn()
    await adding
    expect(names()).toHaveLength(20)
  })
  it('that is stopped adds what was read', async () => {
    const intake = useIntake()
    const adding = intake.add(files(20))
    await until(() => (intake.progress?.done ?? 0) >= 4)
    intake.stop()
    await adding
    const added = names().length
    expect(added).toBeGreaterThanOrEqual(4)
    expect(added).toBeLessThan(20)
    expect(texts()[0]).toMatch(new RegExp(`^Added ${added} of 20 files. ${20 - added} were left out.$`))
    expect(intake.progress).toBeNull()
  })
  it('joins what is still being read', async () => {
    const intake = useIntake()
    const adding = intake.add(files(5))
    await intake.add([fileOf(5), fileOf(6)])
    expect(intake.progress?.of).toBe(7)
    await adding
    expect(names()).toHaveLength(7)
  })
  it('is stored as far as it was read when the window is left, and a notice says so when the project is opened again', async () => {
    const intake = useIntake()
    const adding = intake.add(files(20))
    await until(() => (intake.progress?.done ?? 0) >= 4)
    intake.leave()
    await adding
    const added = names().length
    expect(added).toBeGreaterThanOrEqual(4)
    useNotices().shown = []
    intake.sayCutShort('another')
    expect(texts()).toEqual([])
    intake.sayCutShort('p1')
    expect(texts()[0]).toContain(`${added} of 20 files had been read`)
    useNotices().shown = []
    intake.sayCutShort('p1')
    expect(texts()).toEqual([])
    await intake.add(files(20))
    expect(names()).toHaveLength(20)
    expect(new Set(names()).size).toBe(20)
  })
  it('is refused as a whole where it is too much, before anything is sent', async () => {
    await useIntake().add(files(2001))
    expect(server.asked).toEqual([])
    expect(texts()[0]).toContain('2001 files')
  })
  it('tells a single file apart: too large, already there, and to be tried again', async () => {
    const intake = useIntake()
    const large = fileOf(1)
    Object.defineProperty(large, 'size', { value: 30 * 1024 * 1024 })
    await intake.add([large])
    expect(intake.reports[0]?.lines[0]).toContain('an SVG may have up to 20 MB')
    server.on('POST', /icon-2\.svg/, () => new Refusal(503, 'The server is busy.'))
    await intake.add([fileOf(2)])
    expect(intake.reports).toHaveLength(1)
    server.on('POST', /icon-2\.svg/, ({ path }) => recordFor(path))
    intake.reports[0]?.again?.()
    await until(() => names().length === 1)
    await intake.add([fileOf(2)])
    expect(texts().at(-1)).toBe('“Icon 2” is in the project already.')
    expect(useArtworkFiles().files.has(hashOf(2))).toBe(true)
  })
})

describe('a PDF that comes in', () => {
  const pdf = (pages: number) => ({
    ...{ hash: 'f'.repeat(64), name: 'Card', removed: ['JavaScript'], isForPress: true },
    pages: Array.from({ length: pages }, () => ({ width: 10, height: 20 })),
  })
  const card = (): File => new File(['%PDF-'], 'card.pdf')
  const protectedBy = new Refusal(422, 'The PDF is protected by a password.', { why: 'password' })
  beforeEach(() => {
    server.on('POST', /^pdfs\/f+\/pages\/\d/, ({ path }) => {
      const number = Number(/pages\/(\d+)/.exec(path)?.[1])
      return {
        ...artworkOf('a', [['#102030', 1]]).file,
        hash: hashOf(number),
        name: `Card ${number}`,
        page: { pdf: 'f'.repeat(64), number },
      }
    })
  })

  it('of one page becomes artwork at once, and what was taken out of it is said', async () => {
    server.on('POST', /^pdfs\?/, () => pdf(1))
    const intake = useIntake()
    await intake.add([card()])
    expect(useHistory().settled?.artwork.map(({ name, page }) => [name, page?.number])).toEqual([['Card 1', 1]])
    expect(intake.reports[0]?.lines).toEqual(['Taken out of the PDF: JavaScript.'])
  })
  it('of several pages is asked about when everything else was read; those chosen stand where it stood', async () => {
    server.on('POST', /^pdfs\?/, () => pdf(3))
    const intake = useIntake()
    const adding = intake.add([fileOf(7), card(), fileOf(8)])
    await until(() => intake.question !== null)
    expect(intake.progress).toMatchObject({ of: 3, done: 3 })
    if (intake.question?.kind === 'pages') intake.question.answer([1, 3])
    await adding
    expect(names()).toEqual(['Icon 7', 'Card 1', 'Card 3', 'Icon 8'])
    expect(texts()).toEqual(['Added 4 pieces of artwork.'])
    expect(intake.question).toBeNull()
  })
  it('is left out where no page is chosen, or it is stopped', async () => {
    server.on('POST', /^pdfs\?/, () => pdf(2))
    const intake = useIntake()
    const adding = intake.add([card()])
    await until(() => intake.question !== null)
    intake.question?.answer(null as never)
    await adding
    expect(intake.reports.map(({ lines }) => lines[0])).toContain('No page of it was chosen.')
    const again = intake.add([card(), fileOf(9)])
    await until(() => intake.question !== null)
    intake.stop()
    await again
    expect([names(), intake.question]).toEqual([['Icon 9'], null])
  })
  it('that is protected is asked for its password until that is right', async () => {
    const given: string[] = []
    server.on('POST', /^pdfs\?/, ({ headers }) => {
      const password = headers.get('x-file-password') ?? ''
      given.push(password)
      if (password !== 'sails%20%26%20tea') return protectedBy
      return pdf(1)
    })
    const intake = useIntake()
    const adding = intake.add([card()])
    const answer = async (password: string): Promise<void> => {
      await until(() => intake.question?.kind === 'password')
      const asked = intake.questions
      if (intake.question?.kind === 'password') intake.question.answer(password)
      await until(() => intake.questions > asked || !intake.isUnderway)
    }
    await answer('wrong')
    if (intake.question?.kind === 'password') expect(intake.question.problem).toBe(protectedBy.message)
    await answer('sails & tea')
    await adding
    expect(given).toEqual(['', 'wrong', 'sails%20%26%20tea'])
    expect(names()).toEqual(['Card 1'])
  })
})
