/** An SVG of our own as a PNG so many pixels wide. Rejects where the browser cannot draw it. */
export const pngOfSvg = async (svg: string, width: number): Promise<Blob> => {
  const picture = new Image()
  picture.src = `data:image/svg+xml;charset=utf-8,${encodeURIComponent(svg)}`
  await picture.decode()
  const canvas = document.createElement('canvas')
  canvas.width = width
  canvas.height = Math.round((width * picture.naturalHeight) / picture.naturalWidth)
  canvas.getContext('2d')?.drawImage(picture, 0, 0, canvas.width, canvas.height)
  return new Promise((resolve, reject) =>
    canvas.toBlob(blob => (blob ? resolve(blob) : reject(new Error('The picture could not be drawn.'))), 'image/png'),
  )
}
