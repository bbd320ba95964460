import { door } from '../../../../../../door'
import { pictureAsked, reviewAsked } from '../../../../../../reviews/door'

export default door(async event => pictureAsked(event, await reviewAsked(event)))
