import { effectScope, shallowRef } from 'vue'
import '~/testing/page'
import type { ReviewPage } from '#core/document/review'
import type { reviewServer } from '~/api/reviews'
import { useDrawnPictures } from './useDrawnPictures'

type Server = ReturnType<typeof reviewServer>
const picture = { look: 'c1', artwork: 'a1' }

/** A page of a review whose pictures are drawn one after the other, and what it asked for. */
const shown = (answers: Array<string[] | null | Error>) => {
  const asked: Array<readonly string[]> = []
  const server = {
    drawn: async (paths: readonly string[]) => {
      asked.push(paths)
      const answer = answers.shift() ?? null
      if (answer instanceof Error) throw answer
      return { paths: answer }
    },
    pictureUrl: (size: string, { look, artwork }: typeof picture) => `/${size}/${look}/${artwork}`,
  } as unknown as Server
  const page = shallowRef<ReviewPage | null>(null)
  const scope = effectScope()
  const { pictureUrl } = scope.run(() => useDrawnPictures(server, page)) as ReturnType<typeof useDrawnPictures>
  return { asked, page, pictureUrl, leave: () => scope.stop() }
}
const pageThat = (ready: boolean): ReviewPage => ({ ready }) as ReviewPage
const passing = (ms: number): Promise<void> => jest.advanceTimersByTimeAsync(ms)

beforeEach(() => jest.useFakeTimers())
afterEach(() => jest.useRealTimers())

describe('pictures of a review that are being drawn', () => {
  it('are asked for as they are looked at, and each is there once it is drawn', async () => {
    const { asked, page, pictureUrl, leave } = shown([[], new Error('away'), ['small/c1/a1']])
    page.value = pageThat(false)
    expect(pictureUrl('small', picture)).toBeNull()
    await passing(700)
    expect(asked.at(-1)).toEqual(['small/c1/a1'])
    expect(pictureUrl('small', picture)).toBeNull()
    await passing(1300) // one answer is lost
    expect(pictureUrl('small', picture)).toBe('/small/c1/a1')
    expect(pictureUrl('large', picture)).toBeNull()
    await passing(700)
    expect(asked.at(-1)).toEqual(['large/c1/a1'])
    leave()
  })
  it('are all there, and no more asked for, once the review is ready', async () => {
    const { asked, page, pictureUrl, leave } = shown([])
    page.value = pageThat(true)
    await passing(3000)
    expect(asked).toEqual([])
    expect(pictureUrl('large', picture)).toBe('/large/c1/a1')
    leave()
  })
})
