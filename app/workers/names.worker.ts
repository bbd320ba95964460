import { expose } from 'comlink'
import { colornames } from 'color-name-list/bestof'
import { labOf } from '#core/color/convert'
import { KNOWN_COLORS } from '#core/color/known'
import { deltaE, labDistance } from '#core/color/difference'

/** A name from the list, and how far its color is: ΔE2000. */
export interface NameFound {
  name: string
  hex: string
  away: number
}

const NEAR = 60
/** So many of the names offered are words that people know; the others come from the long list. */
const OF_KNOWN = 2
const listed = colornames.map(({ name, hex }) => ({ name, hex, lab: labOf(hex) }))
const known = KNOWN_COLORS.map(([name, hex]) => ({ name, hex, lab: labOf(hex) }))

/** The nearest of a list by ΔE2000, nearest first. */
const nearestOf = (list: typeof known, hex: string): NameFound[] => {
  const lab = labOf(hex)
  return list
    .map(each => ({ ...each, rough: labDistance(lab, each.lab) }))
    .sort((one, other) => one.rough - other.rough)
    .slice(0, NEAR)
    .map(({ name, hex: own }) => ({ name, hex: own, away: deltaE(hex, own) }))
    .sort((one, other) => one.away - other.away)
}

const desk = {
  /** The names whose colors are nearest to one: first words that people know, then some of the long list. */
  nearest(hex: string, count: number): NameFound[] {
    const words = nearestOf(known, hex).slice(0, Math.min(OF_KNOWN, count))
    const more = nearestOf(listed, hex).filter(({ name }) => !words.some(each => each.name === name.toLowerCase()))
    return [...words, ...more.slice(0, count - words.length)]
  },
}

export type NameDesk = typeof desk

expose(desk)
