/** One choice of a menu. */
export interface MenuChoice {
  title: string
  act: () => void
  /** A color it stands for. */
  hex?: string
  chosen?: boolean
  /** Set apart from those before it. */
  apart?: boolean
  disabled?: boolean
}
