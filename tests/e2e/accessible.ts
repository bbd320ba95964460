import AxeBuilder from '@axe-core/playwright'
import { expect, type Page } from '@playwright/test'

/** All rules of WCAG 2.2 A and AA, or that of contrast alone. */
export type Rules = 'all' | 'contrast'

/** Finds nothing amiss for those who do not see or do not use a mouse: on the page, or in a part of it. */
export const isAccessible = async (
  page: Page,
  within = 'body',
  without?: string,
  rules: Rules = 'all',
): Promise<void> => {
  // what passes is not listed, and no second page is opened to put frames together: there are none
  const axe = new AxeBuilder({ page })
    .options({
      runOnly:
        rules === 'all'
          ? ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22a', 'wcag22aa']
          : { type: 'rule', values: ['color-contrast'] },
      resultTypes: ['violations'],
    })
    .setLegacyMode()
    .include(within)
  const { violations } = await (without ? axe.exclude(without) : axe).analyze()
  expect(violations.map(({ id, nodes }) => `${id}: ${nodes.map(({ html }) => html.slice(0, 200)).join(' ')}`)).toEqual(
    [],
  )
}
