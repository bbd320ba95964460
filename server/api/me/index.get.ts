import type { Me } from '#core/document/people'
import { door } from '../../door'
import { asks, whoAsks } from '../../people/gate'

/** Who one is here. */
export default door(async (event): Promise<Me> => ({ asks, person: asks ? await whoAsks(event) : null }))
