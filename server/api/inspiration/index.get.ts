import { z } from 'zod'
import { apiRoute } from '../../apiRoute'
import { askInspiration, BEHAVIORS } from '../../inspiration/service'

const behaviorSchema = z.enum(BEHAVIORS)
/** The stand-in's behavior by PLUMBAGO_INSPIRATION, where a request does not say another. */
const usual = behaviorSchema.catch('usual').parse(process.env.PLUMBAGO_INSPIRATION)

export default apiRoute('GET inspiration', ({ query: { words, near, fits, from, count, as } }) =>
  askInspiration({ words, near: near ?? null, fits }, from, count, as === undefined ? usual : behaviorSchema.parse(as)),
)
