/**
 * What has to be saved before the page is left or reloaded: whoever keeps a document says how it is saved. So that what asks for
 * it need not know, nor fetch, what keeps it.
 */
const keepers = new Set<() => Promise<boolean>>()

export const savesBy = (save: () => Promise<boolean>): void => void keepers.add(save)

/** Saves all there is to save. False where something could not be. */
export async function saveAll(): Promise<boolean> {
  const saved = await Promise.all([...keepers].map((save) => save()))
  return saved.every(Boolean)
}
