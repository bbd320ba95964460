import { shallowRef } from 'vue'
import { defineStore } from 'pinia'
import type { Hex } from '#core/color/convert'
import type { Published } from '#core/document/publication'
import { server } from '~/api/server'

/** A scheme by its colors, whatever their order. */
const keyOf = (colors: readonly Hex[]): string => [...colors].sort().join()

/** Publications of all projects, for the lists of projects and schemes. */
export const usePublished = defineStore('published', () => {
  const byProject = shallowRef<ReadonlyMap<string, readonly Published[]>>(new Map())
  const byColors = shallowRef<ReadonlyMap<string, readonly Published[]>>(new Map())
  let loading: Promise<void> | null = null
  const ask = async (): Promise<void> => {
    const all = await server.published().catch(() => null) // the lists are whole without it
    if (!all) return
    const [projects, colors] = [new Map<string, Published[]>(), new Map<string, Published[]>()]
    for (const each of all)
      for (const [map, key] of [[projects, each.project.id] as const, [colors, keyOf(each.colors)] as const])
        map.set(key, [...(map.get(key) ?? []), each])
    byProject.value = projects
    byColors.value = colors
  }
  /** Asks what is published now. */
  const load = (): Promise<void> => (loading = ask())
  /** Waits until it is known, or is found out not to be. */
  const whenLoaded = (): Promise<void> => loading ?? load()
  /** Publications of a project, the latest first. */
  const ofProject = (id: string): readonly Published[] => byProject.value.get(id) ?? []
  /** Where a scheme with these colors is published. */
  const ofColors = (colors: readonly Hex[]): readonly Published[] => byColors.value.get(keyOf(colors)) ?? []
  return { load, whenLoaded, ofProject, ofColors }
})
