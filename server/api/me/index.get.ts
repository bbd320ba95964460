import { apiRoute } from '../../apiRoute'
import { asks, identify } from '../../people/authorize'

/** Who one is here. */
export default apiRoute('GET me', async ({ event }) => ({ asks, person: asks ? await identify(event) : null }))
