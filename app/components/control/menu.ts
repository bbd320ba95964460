/** One choice of a menu. */
export interface MenuChoice {
  title: string
  act: () => void
  /** The label for screen readers, where the title alone does not say it. */
  label?: string
  hint?: string
  /** A color it stands for. */
  hex?: string
  chosen?: boolean
  /** Set apart from those before it. */
  apart?: boolean
  /** Words over it and those that follow. */
  heading?: string
  disabled?: boolean
}
