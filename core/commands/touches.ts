import { z } from 'zod'
import { idSchema } from '#core/document/basics'
import { touchSchema } from '#core/document/remap'
import { kindOf } from './command'
import { addTouch, removeTouches } from './remapEdits'

/* Touch-ups. */

export const TOUCHES = {
  'touch up': kindOf(z.object({ artwork: idSchema, touch: touchSchema }), 'touch-up', (project, { artwork, touch }) =>
    addTouch(project, artwork, touch),
  ),
  'remove touch': kindOf(
    z.object({ artwork: idSchema, id: idSchema.nullable() }),
    'remove touch-up',
    (project, { artwork, id }) => removeTouches(project, artwork, id),
  ),
}
