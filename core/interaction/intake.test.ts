import { MAX_ARTWORK, MAX_FOLDER_LENGTH, MAX_INTAKE } from '#core/document/limits'
import {
  byReason,
  fileNameOf,
  folderOf,
  intakeRefusal,
  intakeSummary,
  isArchive,
  isSystemFile,
  splitByHash,
} from './intake'

describe('paths of what comes in', () => {
  it('lead to a folder within the project, wherever they point', () => {
    expect(folderOf('icons/24/bell.svg')).toBe('icons/24')
    expect(folderOf('bell.svg')).toBeUndefined()
    expect(folderOf('/etc/../../icons/./bell.svg')).toBe('etc/icons')
    expect(folderOf('C:\\Users\\ada\\bell.svg')).toBe('Users/ada')
    expect(folderOf('a\u0000b/\u0007/bell.svg')).toBe('ab')
  })
  it('are short enough, however deep', () => {
    const deep = `${Array.from({ length: 80 }, (_, n) => `folder-${n}`).join('/')}/bell.svg`
    expect(folderOf(deep)?.length).toBeLessThanOrEqual(MAX_FOLDER_LENGTH)
    expect(folderOf(deep)?.endsWith('folder-79')).toBe(true)
    expect(folderOf(`${'x'.repeat(999)}/bell.svg`)?.length).toBe(MAX_FOLDER_LENGTH)
  })
  it('end in the name of the file', () => {
    expect(fileNameOf('icons/bell.svg')).toBe('bell.svg')
    expect(fileNameOf('..')).toBe('Artwork')
  })
  it('of systems are not artwork', () => {
    for (const path of ['__MACOSX/a/._bell.svg', 'a/.DS_Store', '.hidden/bell.svg', 'a/Thumbs.db'])
      expect(isSystemFile(path)).toBe(true)
    for (const path of ['a/bell.svg', 'v1.2/bell.svg', 'MACOSX/bell.svg']) expect(isSystemFile(path)).toBe(false)
  })
  it('tell archives by name or type', () => {
    expect(isArchive({ name: 'Icons.ZIP', type: '' })).toBe(true)
    expect(isArchive({ name: 'icons', type: 'application/zip' })).toBe(true)
    expect(isArchive({ name: 'zip.svg', type: 'image/svg+xml' })).toBe(false)
  })
})

describe('many files at once', () => {
  const files = (count: number, size = 1000) => Array.from({ length: count }, () => ({ size }))
  it('come in up to a number, a size and what a project holds', () => {
    expect(intakeRefusal(files(MAX_INTAKE), 0)).toBeNull()
    expect(intakeRefusal(files(MAX_INTAKE + 1), 0)).toContain('2001 files')
    expect(intakeRefusal(files(2, 260 * 1024 * 1024), 0)).toContain('520 MB')
    expect(intakeRefusal(files(2), MAX_ARTWORK - 2)).toBeNull()
    expect(intakeRefusal(files(2), MAX_ARTWORK - 1)).toContain('1999')
  })
  it('are distinguished from what is there already, and from each other', () => {
    const pieces = ['a', 'b', 'a', 'c'].map((hash, n) => ({ hash, n }))
    const { fresh, doubles } = splitByHash(pieces, [{ hash: 'c' }])
    expect(fresh.map(({ n }) => n)).toEqual([0, 1])
    expect(doubles.map(({ n }) => n)).toEqual([2, 3])
  })
  it('that were refused stand by reason, the most frequent first', () => {
    const reports = [{ lines: ['x'] }, { lines: ['y', 'z'] }, { lines: ['y', 'z'] }]
    expect(byReason(reports).map(({ reason, reports: all }) => [reason, all.length])).toEqual([
      ['y z', 2],
      ['x', 1],
    ])
  })
  it('are summed up in numbers that add up', () => {
    const counts = { added: 1, of: 1, doubles: 0, refused: 0, left: 0 }
    expect(intakeSummary(counts, 'Bell')).toBe('Added “Bell”.')
    expect(intakeSummary({ ...counts, added: 0, doubles: 1 }, 'Bell')).toBe('“Bell” is in the project already.')
    expect(intakeSummary({ ...counts, added: 150, of: 150 }, '')).toBe('Added 150 pieces of artwork.')
    expect(intakeSummary({ ...counts, added: 0, of: 3, doubles: 3 }, '')).toBe(
      'Nothing was added: 3 are in the project already.',
    )
    expect(intakeSummary({ added: 84, of: 150, doubles: 2, refused: 1, left: 63 }, '')).toBe(
      'Added 84 of 150 files. 2 are in the project already, 1 could not be added, 63 were left out.',
    )
  })
})
