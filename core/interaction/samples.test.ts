import fc from 'fast-check'
import { USUAL_PATCH, MAX_PATCH_WIDTH } from '#core/extract/patch'
import {
  isMeantRegion,
  isMovedSample,
  MIDDLE_REGION,
  nudgePlace,
  nudgeRegion,
  clampToPicture,
  patchOfSlider,
  placeUnder,
  regionBetween,
  sampleLabel,
  sliderOfPatch,
} from './samples'

const BOX = { left: 100, top: 50, width: 400, height: 200 }

describe('a place on a picture', () => {
  it('lies under the pointer, and at the edge where that is outside', () => {
    expect(placeUnder(300, 150, BOX)).toEqual({ x: 0.5, y: 0.5 })
    expect(placeUnder(0, 0, BOX)).toEqual({ x: 0, y: 0 })
    const corner = placeUnder(900, 900, BOX)
    expect(corner.x).toBeLessThan(1)
    expect(corner.x).toBeGreaterThan(0.99999)
  })
  it('is nudged by pixels of its picture, up being less', () => {
    const there = nudgePlace({ x: 0.5, y: 0.5 }, { x: 10, y: 1 }, { width: 100, height: 50 })
    expect(there.x).toBeCloseTo(0.6, 9)
    expect(there.y).toBeCloseTo(0.48, 9)
    expect(nudgePlace({ x: 0, y: 0 }, { x: -1, y: 1 }, { width: 10, height: 10 })).toEqual({ x: 0, y: 0 })
    expect(clampToPicture({ x: -3, y: 0.2 })).toEqual({ x: 0, y: 0.2 })
  })
})

describe('a region', () => {
  it('lies between its corners, whichever way it was drawn', () => {
    const wanted = { x: 0.2, y: 0.1, width: expect.closeTo(0.3, 9) as number, height: expect.closeTo(0.5, 9) as number }
    expect(regionBetween({ x: 0.2, y: 0.1 }, { x: 0.5, y: 0.6 })).toEqual(wanted)
    expect(regionBetween({ x: 0.5, y: 0.6 }, { x: 0.2, y: 0.1 })).toEqual(wanted)
  })
  it('is meant where both its sides are more than four pixels', () => {
    const screen = { width: 100, height: 100 }
    expect(isMeantRegion({ x: 0, y: 0, width: 0.05, height: 0.05 }, screen)).toBe(true)
    expect(isMeantRegion({ x: 0, y: 0, width: 0.04, height: 0.5 }, screen)).toBe(false)
    expect(isMeantRegion({ x: 0, y: 0, width: 0.5, height: 0.04 }, screen)).toBe(false)
  })
  it('is moved and resized by keys', () => {
    expect(nudgeRegion(MIDDLE_REGION, { x: 1, y: 0 }, false).x).toBeCloseTo(0.27, 9)
    expect(nudgeRegion(MIDDLE_REGION, { x: 0, y: 1 }, false).y).toBeCloseTo(0.23, 9)
    expect(nudgeRegion(MIDDLE_REGION, { x: 10, y: 0 }, true).width).toBeCloseTo(0.52, 9)
    expect(nudgeRegion(MIDDLE_REGION, { x: 0, y: 1 }, true).height).toBeCloseTo(0.48, 9)
  })
  it('grows to the edge of the picture and no further', () => {
    const wide = Array.from({ length: 60 }).reduce<typeof MIDDLE_REGION>(
      region => nudgeRegion(region, { x: 1, y: -1 }, true),
      MIDDLE_REGION,
    )
    expect(wide).toEqual({ x: 0.25, y: 0.25, width: 0.75, height: 0.75 })
  })
  it('stays on the picture, however often a key is pressed', () =>
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.integer({ min: -1, max: 1 }), fc.integer({ min: -1, max: 1 }), fc.boolean()), {
          maxLength: 120,
        }),
        presses => {
          const { x, y, width, height } = presses.reduce(
            (region, [dx, dy, resizes]) => nudgeRegion(region, { x: dx, y: dy }, resizes),
            MIDDLE_REGION,
          )
          for (const [from, size] of [
            [x, width],
            [y, height],
          ] as const) {
            expect(from).toBeGreaterThanOrEqual(0)
            expect(size).toBeGreaterThan(0.019)
            expect(from + size).toBeLessThan(1.000001)
          }
        },
      ),
    ))
})

describe('a sample', () => {
  it('has a patch whose slider is finer where it is small, both ways', () => {
    expect(patchOfSlider(100)).toBe(MAX_PATCH_WIDTH)
    expect(patchOfSlider(50)).toBe(MAX_PATCH_WIDTH / 4)
    for (const at of [0, 12, 77, 100]) expect(sliderOfPatch(patchOfSlider(at))).toBeCloseTo(at, 9)
  })
  it('has moved where it is not as it was found', () => {
    const found = { x: 0.1, y: 0.2, hex: '#112233' }
    const sample = { id: 's', reference: 'r', x: 0.1, y: 0.2, patch: USUAL_PATCH, hex: '#112233', found }
    expect(isMovedSample(sample, USUAL_PATCH)).toBe(false)
    expect(isMovedSample({ ...sample, x: 0.11 }, USUAL_PATCH)).toBe(true)
    expect(isMovedSample({ ...sample, y: 0.21 }, USUAL_PATCH)).toBe(true)
    expect(isMovedSample({ ...sample, patch: USUAL_PATCH * 2 }, USUAL_PATCH)).toBe(true)
    expect(isMovedSample({ ...sample, x: 0.9, found: null }, USUAL_PATCH)).toBe(false)
  })
  it('says what it is of, and where', () => {
    expect(sampleLabel({ hex: '#112233', x: 0.254, y: 0.5 }, 'Plum')).toBe(
      'Sample of Plum, #112233, at 25% across and 50% down',
    )
    expect(sampleLabel({ hex: '#112233', x: 0, y: 1 }, undefined)).toContain('Sample of a swatch')
  })
})
