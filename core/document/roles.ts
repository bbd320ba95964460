/** The roles of people: look; change projects; say who may do what. */
export const ROLES = ['viewer', 'designer', 'owner'] as const
export type Role = (typeof ROLES)[number]

/** Returns whether a role may do what another may. */
export const hasRole = (role: Role, needed: Role): boolean => ROLES.indexOf(role) >= ROLES.indexOf(needed)

/** The message for those who may only look. */
export const ONLY_DESIGNERS = 'You can view everything here; only designers can change it.'
