import { apiHandler, notFound } from '../door'

export default apiHandler(() => Promise.reject(notFound('address')))
