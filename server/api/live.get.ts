import { door } from '../door'
import { sendNews } from '../live/stream'
import { asks, whoAsks } from '../people/gate'

/** What happens on all reviews and projects, as it happens, to whoever stays signed in. */
export default door(event => sendNews(event, 'all', async () => !asks || (await whoAsks(event)) !== null))
