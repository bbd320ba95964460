/** Files on their way to becoming artwork, one after the other, with cancel; and what had to be taken out of each. */
export const useArtworkAdding = () => {
  const project = useProject()
  const current = ref<string | null>(null)
  const reports = ref<Array<{ file: string, lines: string[], refused: boolean }>>([])
  let stop: AbortController | null = null

  const addOne = async (file: File, signal: AbortSignal): Promise<void> => {
    current.value = file.name
    try {
      if (file.size > 20 * 1024 * 1024) throw new Error(`The file is ${Math.round(file.size / 1048576)} MB; an SVG may have up to 20 MB.`)
      const removed = await project.addArtwork(file, signal)
      if (removed.length) reports.value.push({ file: file.name, lines: removed, refused: false })
    } catch (error) {
      if (!signal.aborted) reports.value.push({ file: file.name, lines: [reasonOf(error)], refused: true })
    }
  }

  const add = async (files: readonly File[]): Promise<void> => {
    if (stop) return
    stop = new AbortController()
    reports.value = []
    for (const file of files) if (!stop.signal.aborted) await addOne(file, stop.signal)
    stop = null
    current.value = null
  }

  const cancel = (): void => stop?.abort()

  onUnmounted(cancel)
  return { current, reports, add, cancel }
}
