import { door, missing } from '../door'

export default door(() => Promise.reject(missing('address')))
