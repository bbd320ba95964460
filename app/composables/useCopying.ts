import { useNotices } from '~/stores/notices'

/** Puts a text or a picture on the clipboard and says so; where that fails, it says why. */
export const useCopying = () => {
  const notices = useNotices()
  const clipboard = (): Clipboard => {
    if (!('clipboard' in navigator)) throw new Error('Browsers copy only over a secure connection (https).')
    return navigator.clipboard
  }
  return {
    copy: (text: string, message: string): Promise<void | null> =>
      notices.attempt(async () => {
        await clipboard().writeText(text)
        notices.say(message)
      }),
    copyPicture: (png: Promise<Blob>, message: string): Promise<void | null> =>
      notices.attempt(async () => {
        await clipboard().write([new ClipboardItem({ 'image/png': png })])
        notices.say(message)
      }),
  }
}
