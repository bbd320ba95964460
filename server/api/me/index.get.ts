import type { Me } from '#core/document/people'
import { apiHandler } from '../../apiHandler'
import { asks, identify } from '../../people/authorize'

/** Who one is here. */
export default apiHandler(async (event): Promise<Me> => ({ asks, person: asks ? await identify(event) : null }))
