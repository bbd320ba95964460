import type { Sql } from 'postgres'
import { apply } from '../../core/commands/commands'
import { knownInks } from '../../core/commands/known'
import { newProject } from '../../core/scheme/create'
import { receiveSvg } from '../../server/artwork/receive'
import { keepArtwork } from '../../server/db/artwork'
import { createProject } from '../../server/db/projects'
import { framesOf, onPage, type FrameTimes, type TimingPage } from './frame'
import { generatedSvg } from './generated'

/* What nobody should wait for: frames of an empty page to compare with, and long lists. */

/** Frames of a page with nothing on it, in which nothing is done. */
export const emptyTimes = (address: string): Promise<FrameTimes> =>
  onPage(async page => {
    await page.goto(address)
    await page.setContent('<p>Nothing</p>')
    return framesOf(page, () => page.evaluate(() => (globalThis as TimingPage).timeFrames(120, () => undefined)))
  })

/** The list of inks of a drawing of so many, scrolled by 331 pixels a frame. */
export const inkListTimes = async (address: string, sql: Sql, inks: number): Promise<FrameTimes> => {
  const received = await receiveSvg('generated.svg', new TextEncoder().encode(generatedSvg(inks * 2, inks)))
  await keepArtwork(sql, received)
  const { hash, width, height, inks: found } = received.file
  const artwork = { kind: 'svg', id: 'a1', name: 'Generated', hash, width, height } as const
  const project = apply(newProject(`Bench ${inks} inks`), { do: 'add artwork', artwork }, knownInks(found))
  const { id } = await createProject(sql, project)
  return onPage(async page => {
    await page.goto(`${address}/project/${id}/remap`)
    await page.getByRole('tab', { name: 'Inks' }).click()
    await page.locator('[data-line]').nth(3).waitFor({ timeout: 60_000 })
    return framesOf(page, () =>
      page.getByTestId('ink-lines').evaluate((place: HTMLElement) =>
        (globalThis as TimingPage).timeFrames(120, i => {
          place.scrollTop = (i * 331) % Math.max(1, place.scrollHeight - place.clientHeight)
        }),
      ),
    )
  })
}
