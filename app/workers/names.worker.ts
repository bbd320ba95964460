import { expose } from 'comlink'
import { colornames } from 'color-name-list/bestof'
import { labOf } from '../../core/color/convert'
import { deltaE, labDistance } from '../../core/color/difference'

/** A name from the list, and how far its color is: ΔE2000. */
export interface NameFound {
  name: string
  hex: string
  away: number
}

const NEAR = 60
const known = colornames.map(({ name, hex }) => ({ name, hex, lab: labOf(hex) }))

const desk = {
  /** The names whose colors are nearest to one by ΔE2000, nearest first. */
  nearest(hex: string, count: number): NameFound[] {
    const lab = labOf(hex)
    return known
      .map(each => ({ ...each, rough: labDistance(lab, each.lab) }))
      .sort((one, other) => one.rough - other.rough)
      .slice(0, NEAR)
      .map(({ name, hex: own }) => ({ name, hex: own, away: deltaE(hex, own) }))
      .sort((one, other) => one.away - other.away)
      .slice(0, count)
  },
}

export type NameDesk = typeof desk

expose(desk)
