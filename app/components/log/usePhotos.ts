import { toBase64 } from '~/database/base64'
import type { Photo } from '~/database/db'

/** Longest side of a photo as it is kept, px, and the largest file that is taken, bytes. */
const LONGEST = 1280
const MOST_BYTES = 80e6
const QUALITY = 0.82

/** Photos that have been looked up, as the page shows them, and their measures, px: the log and the sheets share them. */
const pictures = shallowReactive(new Map<string, string>())
const sizes = new Map<string, { width: number; height: number }>()

/** Photos of the open job's log: scaled down on their way in, upright, without what a camera writes of where and when. */
export function usePhotos() {
  const bench = useWorkbench()
  const { database } = useDatabase()
  /** As text in the page itself: its policy lets no picture in from elsewhere. */
  const urlOf = async ({ picture }: Photo) => `data:${picture.type};base64,${toBase64(await picture.arrayBuffer())}`

  async function keepPhoto(
    file: File,
  ): Promise<{ id: string; problem?: undefined } | { id?: undefined; problem: 'tooLarge' | 'unreadable' | 'notKept' }> {
    if (file.size > MOST_BYTES) return { problem: 'tooLarge' }
    let photo: Photo
    try {
      // Drawn anew: turned as the camera meant it, and nothing else of its file goes along.
      const image = await createImageBitmap(file, { imageOrientation: 'from-image' })
      const scale = Math.min(1, LONGEST / Math.max(image.width, image.height))
      const canvas = new OffscreenCanvas(Math.max(1, Math.round(image.width * scale)), Math.max(1, Math.round(image.height * scale)))
      canvas.getContext('2d')!.drawImage(image, 0, 0, canvas.width, canvas.height)
      image.close()
      const picture = await canvas.convertToBlob({ type: 'image/jpeg', quality: QUALITY })
      photo = { id: `p-${crypto.randomUUID().slice(0, 18)}`, job: bench.job?.id ?? '', width: canvas.width, height: canvas.height, picture }
    } catch {
      return { problem: 'unreadable' }
    }
    try {
      await database.photos.put(photo)
    } catch {
      return { problem: 'notKept' }
    }
    sizes.set(photo.id, { width: photo.width, height: photo.height })
    pictures.set(photo.id, await urlOf(photo))
    return { id: photo.id }
  }
  async function lookUp(ids: readonly string[]) {
    const wanted = ids.filter((id) => !pictures.has(id))
    if (wanted.length === 0) return
    const found = await database.photos.bulkGet(wanted).catch(() => [])
    for (const photo of found)
      if (photo && !pictures.has(photo.id)) {
        sizes.set(photo.id, { width: photo.width, height: photo.height })
        pictures.set(photo.id, await urlOf(photo))
      }
  }
  return { pictures, sizes, keepPhoto, lookUp }
}
