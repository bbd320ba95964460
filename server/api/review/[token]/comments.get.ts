import { door } from '../../../door'
import { commentsAsked, reviewAsked } from '../../../reviews/door'

export default door(async event => commentsAsked(event, await reviewAsked(event)))
