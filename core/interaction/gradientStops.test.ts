import { exportGradient } from '#core/handover/schemeOfProject'
import type { Gradient } from '#core/document/handOver'
import { addStop, moveStop, stopRank, recolorStop, removeStop } from './gradientStops'
import { derivedFrom } from './testing'

const { scheme } = derivedFrom('#0f6d5f', { kind: 'triadic', count: 4 })
const stop = (at: number, place: number) => ({ at, swatch: scheme[place]?.id ?? '', hex: scheme[place]?.hex ?? '' })
const STOPS = [stop(0, 0), stop(1, 1)]
const gradient = { id: 'g', name: 'Run', kind: 'linear', angle: 90, space: 'oklab', way: 'shorter', stops: STOPS }

describe('the stops of a gradient', () => {
  it('are moved within the track, at thousandths', () => {
    expect(moveStop(STOPS, 0, 0.12345)[0]?.at).toBe(0.123)
    expect(moveStop(STOPS, 0, -3)[0]?.at).toBe(0)
    expect(moveStop(STOPS, 1, 3)[1]?.at).toBe(1)
    expect(moveStop(STOPS, 0, 0.5)[1]).toBe(STOPS[1])
  })
  it('are recolored one by one', () => {
    const next = recolorStop(STOPS, 1, { id: 'x', hex: '#123456' })
    expect(next).toEqual([STOPS[0], { at: 1, swatch: 'x', hex: '#123456' }])
  })
  it('go down to two', () => {
    expect(removeStop(STOPS, 0)).toBeNull()
    expect(removeStop([...STOPS, stop(0.5, 2)], 0)).toEqual([STOPS[1], stop(0.5, 2)])
  })
  it('come as a swatch that is none yet, and, where all are, as the nearest', () => {
    const exported = exportGradient(gradient as unknown as Gradient, scheme)
    const three = addStop(STOPS, 0.4, exported, scheme)
    expect(three).toHaveLength(3)
    expect([scheme[2]?.id, scheme[3]?.id]).toContain(three?.[2]?.swatch)
    expect(three?.[2]?.at).toBe(0.4)
    const onlyTwo = scheme.slice(0, 2)
    expect(addStop(STOPS, 0.02, exported, onlyTwo)?.[2]?.swatch).toBe(scheme[0]?.id)
    expect(addStop(STOPS, 0.98, exported, onlyTwo)?.[2]?.swatch).toBe(scheme[1]?.id)
    expect(addStop(STOPS, 0.5, exported, [])).toBeNull()
  })
  it('are counted from the left, those at one place as they are listed', () => {
    const stops = [stop(0.8, 0), stop(0.2, 1), stop(0.8, 2)]
    expect(stops.map((_, i) => stopRank(stops, i))).toEqual([2, 1, 3])
  })
})
