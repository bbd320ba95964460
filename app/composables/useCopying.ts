/** Puts a text or a picture on the clipboard and says so; where that fails, it says why. */
export const useCopying = () => {
  const notices = useNotices()
  return {
    copy: (text: string, said: string): Promise<void | null> =>
      notices.attempt(async () => {
        await navigator.clipboard.writeText(text)
        notices.say(said)
      }),
    copyPicture: (png: Promise<Blob>, said: string): Promise<void | null> =>
      notices.attempt(async () => {
        await navigator.clipboard.write([new ClipboardItem({ 'image/png': png })])
        notices.say(said)
      }),
  }
}
