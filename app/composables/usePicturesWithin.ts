import { onScopeDispose, watch } from 'vue'
import { PICTURE_ATTRIBUTE } from '#core/svg/screenNames'
import type { ScreenArtwork } from '~/workers/artwork.worker'
import { latestOnly } from '~/browser/latestOnly'
import { useArtworkFiles } from '~/stores/artwork'
import { useNotices } from '~/stores/notices'

/** Shows a picture where another is shown, once it is decoded, so that nothing flickers. */
const show = async (element: Element, url: string): Promise<void> => {
  const picture = new Image()
  picture.src = url
  await picture.decode()
  element.setAttribute('href', url)
}

/** The address a picture in a drawing came with. */
const addressOf = (element: Element): string =>
  element.getAttribute('href') ?? element.getAttributeNS('http://www.w3.org/1999/xlink', 'href') ?? ''

const pngUrl = (png: Uint8Array): string =>
  URL.createObjectURL(new Blob([png as Uint8Array<ArrayBuffer>], { type: 'image/png' }))

/**
 * Keeps the colors of the pictures within an artwork that is shown in a shadow root: the worker paints those that
 * change, those that do not are shown as they came. `refilled` has to be called when the artwork was put in anew.
 * Returns also the picture under a point of the page, as it came, with its inks.
 */
export const usePicturesWithin = (
  root: () => ShadowRoot | null,
  screen: () => ScreenArtwork | undefined,
  colors: () => ReadonlyMap<string, string>,
) => {
  const files = useArtworkFiles()
  const notices = useNotices()
  let own = new Map<Element, string>()
  let shown = new Map<number, string>()
  /** The last inks of the pictures, so that a change of other inks paints nothing. */
  let last = ''

  const forget = (urls: Iterable<string>): void => {
    for (const url of urls) URL.revokeObjectURL(url)
  }
  const paint = latestOnly(async (artwork: ScreenArtwork, now: ReadonlyMap<string, string>) => {
    const painted = await notices.attempt(() => files.paintPictures(artwork.hash, now))
    if (!painted || screen() !== artwork) return
    const before = shown
    shown = new Map([...painted].map(([place, png]) => [place, pngUrl(png)]))
    await notices.attempt(() =>
      Promise.all(
        [...own].map(async ([element, address]) => {
          const url = shown.get(Number(element.getAttribute(PICTURE_ATTRIBUTE)))
          if (url) await show(element, url)
          else if (element.getAttribute('href') !== address) element.setAttribute('href', address)
        }),
      ),
    )
    forget(before.values())
  })

  const update = (): void => {
    const artwork = screen()
    if (!root() || !artwork?.pictures.some(({ length }) => length)) return
    const [now, inks] = [colors(), [...new Set(artwork.pictures.flat())]]
    const becomes = inks.map(ink => now.get(ink) ?? ink).join()
    if (becomes === last) return
    last = becomes
    void paint(artwork, new Map(inks.map(ink => [ink, now.get(ink) ?? ink])))
  }
  const refilled = (): void => {
    const pictures = [...(root()?.querySelectorAll(`[${PICTURE_ATTRIBUTE}]`) ?? [])]
    own = new Map(pictures.map(element => [element, addressOf(element)]))
    forget(shown.values())
    shown = new Map()
    last = ''
    update()
  }
  watch(colors, update, { flush: 'post' })
  onScopeDispose(() => forget(shown.values()))
  const pictureAt = (x: number, y: number): { element: SVGImageElement; address: string; inks: string[] } | null => {
    const element = root()?.elementFromPoint(x, y)
    const address = element && own.get(element)
    if (!(element instanceof SVGImageElement) || !address) return null
    return { element, address, inks: screen()?.pictures[Number(element.getAttribute(PICTURE_ATTRIBUTE))] ?? [] }
  }
  return { refilled, pictureAt }
}
