import { hsbOf } from '#core/color/convert'

const isRecord = (value: unknown): value is Record<string, unknown> =>
  typeof value === 'object' && value !== null && !Array.isArray(value)

/** A number where it is one; what else may stand there is none. */
const numberOf = (value: unknown): number => (typeof value === 'number' ? value : 0)

/** A record with a field under its present name; where that is there already, the earlier one goes. */
const renameField = (record: Record<string, unknown>, earlier: string, present: string): Record<string, unknown> => {
  if (!(earlier in record)) return record
  const { [earlier]: value, ...rest } = record
  return present in rest ? rest : { ...rest, [present]: value }
}

/** A swatch as it was stored before swatches had a hue, a place in the harmony and a color of their own. */
const withOwn = (swatch: Record<string, unknown>, place: number, turn: number): Record<string, unknown> => {
  if ('own' in swatch || typeof swatch.hex !== 'string') return swatch
  const { tied, from, ...rest } = swatch
  const hue = hsbOf(swatch.hex).h
  const origin = from ?? { kind: 'harmony' }
  return {
    ...rest,
    hue,
    from: isRecord(origin) && origin.kind === 'harmony' && !('place' in origin) ? { ...origin, place } : origin,
    own: tied === false ? { hex: swatch.hex, hue, angle: turn + numberOf(swatch.offset), over: false } : null,
  }
}
const upgradeSwatch = (swatch: unknown, place: number, turn: number): unknown => {
  if (!isRecord(swatch)) return swatch
  const whole = withOwn(swatch, place, turn)
  return isRecord(whole.own) ? { ...whole, own: renameField(whole.own, 'at', 'angle') } : whole
}

/**
 * A scheme derived before there were tone plans keeps its colors, each as if set by hand: what the harmony would make of
 * its base now is another.
 */
const asSetByHand = (swatch: unknown, turn: number, over: boolean): unknown => {
  if (!isRecord(swatch) || !isRecord(swatch.from) || swatch.from.kind !== 'harmony' || isRecord(swatch.own))
    return swatch
  const angle = (swatch.freed === true ? 0 : turn) + numberOf(swatch.offset)
  return { ...swatch, own: { hex: swatch.hex, hue: swatch.hue ?? 0, angle, over } }
}

/** A look stored before there were tone plans, in one. */
const withPlan = (look: Record<string, unknown>): Record<string, unknown> => {
  const { harmony, scheme } = look
  if (!isRecord(harmony) || 'plan' in harmony) return look
  const [turn, over] = [numberOf(harmony.turn), isRecord(look.cast)]
  return {
    ...look,
    harmony: { ...harmony, plan: 'spread', profile: [] },
    scheme:
      look.derived !== false && Array.isArray(scheme) ? scheme.map(swatch => asSetByHand(swatch, turn, over)) : scheme,
  }
}

/** A look stored before colors were taken by eye: they were faithful. */
const withTaking = (look: Record<string, unknown>): Record<string, unknown> =>
  isRecord(look.gathering) && !('by' in look.gathering)
    ? { ...look, gathering: { ...look.gathering, by: 'faithful' } }
    : look

/** A touch-up stored when the last rung of a ladder was its end: the same color, counted without it. */
const upgradeTouch = (touch: unknown): unknown => {
  if (!isRecord(touch) || !isRecord(touch.to) || !isRecord(touch.to.rung) || !('of' in touch.to.rung)) return touch
  const { of, ...rung } = touch.to.rung
  return { ...touch, to: { ...touch.to, rung: { ...rung, rungs: numberOf(of) - 1, toBlack: true } } }
}
const withRungs = (look: Record<string, unknown>): Record<string, unknown> => {
  const { remap } = look
  if (!isRecord(remap) || !isRecord(remap.touches)) return look
  const touches = Object.entries(remap.touches).map(([id, list]): [string, unknown] => [
    id,
    Array.isArray(list) ? list.map(upgradeTouch) : list,
  ])
  return { ...look, remap: { ...remap, touches: Object.fromEntries(touches) } }
}

const upgradeLook = (look: Record<string, unknown>): Record<string, unknown> => {
  const turn = isRecord(look.harmony) ? numberOf(look.harmony.turn) : 0
  const scheme = Array.isArray(look.scheme)
    ? { scheme: look.scheme.map((swatch, i) => upgradeSwatch(swatch, i, turn)) }
    : {}
  return withRungs(withTaking(withPlan({ ...renameField(look, 'lead', 'baseId'), ...scheme })))
}

/** The looks of colorways, as they are stored now. */
const withLineUp = (document: Record<string, unknown>): Record<string, unknown> => {
  const { lineUp } = document
  if (!isRecord(lineUp) || !Array.isArray(lineUp.colorways)) return document
  const colorways = lineUp.colorways.map((colorway: unknown) =>
    isRecord(colorway) && isRecord(colorway.look) ? { ...colorway, look: upgradeLook(colorway.look) } : colorway,
  )
  return { ...document, lineUp: { ...lineUp, colorways } }
}

/** A document stored by an earlier version, as this one stores it; anything else comes back as it is. */
export const upgradeDocument = (document: unknown): unknown =>
  isRecord(document) ? withLineUp(renameField(upgradeLook(document), 'at', 'state')) : document

/** A state of the trail stored by an earlier version, in the present form; anything else comes back as it is. */
export const upgradeState = (state: unknown): unknown => {
  if (!isRecord(state)) return state
  const now = renameField(state, 'at', 'time')
  return isRecord(now.look) ? { ...now, look: upgradeLook(now.look) } : now
}
