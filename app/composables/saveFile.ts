import type { Artwork } from '../../core/project/schema'

/** Hands a file to the browser's downloads. */
export const saveFile = (name: string, content: string | Uint8Array, type: string): void => {
  const url = URL.createObjectURL(new Blob([content as BlobPart], { type }))
  const link = document.createElement('a')
  link.href = url
  link.download = name
  link.click()
  setTimeout(() => URL.revokeObjectURL(url), 10_000)
}

/** The ending of the file an artwork is handed over as. */
export const endingOf = ({ kind }: Pick<Artwork, 'kind'>): 'png' | 'svg' => (kind === 'raster' ? 'png' : 'svg')
