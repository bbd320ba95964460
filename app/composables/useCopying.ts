/** Puts a text on the clipboard and says so; where that fails, it says why. */
export const useCopying = () => {
  const notices = useNotices()
  return (text: string, said: string): Promise<void | null> =>
    notices.attempt(async () => {
      await navigator.clipboard.writeText(text)
      notices.say(said)
    })
}
