/**
 * A drawing as a PNG: so many pixels for one of its own units, on a ground of its own.
 *
 * @param size width and height in the drawing's units
 */
export async function svgPng(
  svg: string,
  size: { width: number; height: number },
  sharp: number,
  ground: string,
): Promise<Uint8Array<ArrayBuffer>> {
  const [width, height] = [size.width * sharp, size.height * sharp]
  const image = new Image(width, height)
  image.src = `data:image/svg+xml;charset=utf-8,${encodeURIComponent(svg)}`
  await image.decode()
  const canvas = new OffscreenCanvas(Math.round(width), Math.round(height))
  const pen = canvas.getContext('2d')!
  pen.fillStyle = ground
  pen.fillRect(0, 0, canvas.width, canvas.height)
  pen.drawImage(image, 0, 0, canvas.width, canvas.height)
  const picture = await canvas.convertToBlob({ type: 'image/png' })
  return new Uint8Array(await picture.arrayBuffer())
}
