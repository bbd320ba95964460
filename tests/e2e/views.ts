import { expect, type Page } from '@playwright/test'
import { startFrom } from './workspace'

/** A view of the workspace: its name, the step it is in, and how one gets there from the step. */
export interface View {
  name: string
  step: 'gather' | 'compose' | 'remap' | 'check' | 'hand-over'
  open: (page: Page) => Promise<void>
}

const tab = (page: Page, name: string): Promise<void> => page.getByTestId('bench').getByRole('tab', { name }).click()

const starts = (['Base color', 'References', 'Inspiration', 'Shelf', 'Artwork'] as const).map(what => ({
  ...{ name: what, step: 'gather' as const },
  open: (page: Page) => startFrom(page, what),
}))
const tabs = (step: View['step'], names: readonly string[]): View[] =>
  names.map(name => ({ name, step, open: page => tab(page, name) }))

/** Every view of a project, in the order of the work; what is opened over one is left with Escape. */
export const VIEWS: readonly View[] = [
  ...starts,
  {
    name: 'One reference',
    step: 'gather',
    open: async page => {
      await startFrom(page, 'References')
      await page.getByRole('button', { name: 'Open Folded kite fabric' }).click()
      await page.getByTestId('use-Folded kite fabric').waitFor()
    },
  },
  ...tabs('compose', ['Harmonies', 'Tones', 'Variations', 'Dealt', 'Orders', 'Whole scheme']),
  {
    name: 'Swatch card',
    step: 'compose',
    open: async page => {
      await page.getByTestId('swatch').nth(2).click()
      await page.getByTestId('proposed-name').first().waitFor()
    },
  },
  {
    name: 'Large sheet',
    step: 'compose',
    open: async page => {
      await tab(page, 'Harmonies')
      await page.keyboard.press('g')
      await page.getByTestId('large-sheet').waitFor()
    },
  },
  ...tabs('remap', ['Ribbons', 'Inks', 'Touch-ups', 'Whole artwork', 'Set']),
  ...tabs('check', ['Findings', 'Contrast', 'Vision', 'Values', 'Print']),
  ...tabs('hand-over', ['Colorways', 'Files', 'Sheet', 'Gradients', 'Mood page', 'Review']),
]

/** The steps, in the order of the work. */
export const STEPS: ReadonlyArray<View['step']> = ['gather', 'compose', 'remap', 'check', 'hand-over']

/** Goes to a step and opens a view of it. */
export const openView = async (page: Page, { step, open }: View): Promise<void> => {
  await page.getByRole('navigation', { name: 'Steps' }).getByRole('button').nth(STEPS.indexOf(step)).click()
  await expect(page).toHaveURL(new RegExp(`/${step}$`))
  await page.getByTestId('bench').locator('h2').first().waitFor({ state: 'attached' })
  await open(page)
}
/** Leaves what a view has opened over the others. */
export const leaveView = async (page: Page): Promise<void> => {
  await page.keyboard.press('Escape')
}
