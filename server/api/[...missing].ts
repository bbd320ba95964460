import { apiHandler, notFound } from '../apiHandler'

export default apiHandler(() => Promise.reject(notFound('address')))
