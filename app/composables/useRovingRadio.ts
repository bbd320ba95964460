/** Arrow keys for a group of radio buttons: they move the focus and choose, as radio buttons do. */
export const useRovingRadio =
  () =>
  (event: KeyboardEvent): void => {
    const way = ({ ArrowRight: 1, ArrowDown: 1, ArrowLeft: -1, ArrowUp: -1 } as Record<string, number>)[event.key]
    if (!way) return
    const radios = [...(event.currentTarget as HTMLElement).querySelectorAll<HTMLElement>('[role=radio]')]
    const at = radios.indexOf(event.target as HTMLElement)
    const next = radios[(at + way + radios.length) % radios.length]
    event.preventDefault()
    next?.click()
    next?.focus()
  }
