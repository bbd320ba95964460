import type { H3Event } from 'h3'
import { hasRole } from '#core/document/roles'
import { asks } from './people/authorize'

/** The pages a link leads to. */
type LinkedPage = 'review' | 'brand'

/** Where a link leads, from its token: to the address that is open for clients, or to this one. */
const linkTo = (page: LinkedPage, token: string): string =>
  `${(process.env.PLUMBAGO_REVIEW_ADDRESS ?? '').replace(/\/+$/, '')}/${page}/${token}`

/** Something with the link to it, for those who may pass it on; null for those who may only look, and where it is not known. */
export const withLink = <Listed extends { token: string | null }>(
  { context: { person } }: H3Event,
  page: LinkedPage,
  { token, ...listed }: Listed,
): Omit<Listed, 'token'> & { link: string | null } => {
  const isShown = !asks || (person !== undefined && hasRole(person.role, 'designer'))
  return { ...listed, link: token !== null && isShown ? linkTo(page, token) : null }
}
