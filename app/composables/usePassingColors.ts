/**
 * Parts colors that pass by from those that stay: `still` follows `colors` unless they are passing, and `live`
 * says that a quick layer has to stand in, until the still one has been painted again.
 */
export const usePassingColors = (colors: () => ReadonlyMap<string, string>, passing: () => boolean) => {
  const still = shallowRef(colors())
  const live = ref(false)
  watch([colors, passing], ([now, goingBy]) => {
    if (goingBy) live.value = true
    else still.value = now
  }, { flush: 'sync' })
  watch(passing, goingBy => {
    if (!goingBy) requestAnimationFrame(() => requestAnimationFrame(() => { if (!passing()) live.value = false }))
  })
  return { still, live }
}
