import { apiHandler } from '../apiHandler'
import { sendNews } from '../live/stream'
import { asks, identify } from '../people/authorize'

/** Events on all reviews and projects, as they happen, to whoever stays signed in. */
export default apiHandler(event => sendNews(event, 'all', async () => !asks || (await identify(event)) !== null))
