import { apiHandler } from '../door'

/** That the server answers. */
export default apiHandler(() => Promise.resolve({ ok: true }))
