import { apiHandler } from '../apiHandler'

/** That the server answers. */
export default apiHandler(() => Promise.resolve({ ok: true }))
