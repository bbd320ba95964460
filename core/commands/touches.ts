import type { Touch } from '#core/document/remap'
import { kindOf } from './command'
import { addTouch, removeTouches } from './remapEdits'

/* Touch-ups. */

export const TOUCHES = {
  'touch up': kindOf<{ artwork: string; touch: Touch }>('touch-up', (project, { artwork, touch }) =>
    addTouch(project, artwork, touch),
  ),
  'remove touch': kindOf<{ artwork: string; id: string | null }>('remove touch-up', (project, { artwork, id }) =>
    removeTouches(project, artwork, id),
  ),
}
