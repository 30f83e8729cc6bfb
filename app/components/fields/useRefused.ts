/**
 * For a button that takes what stands in the fields around it: whether something stands there that was refused, which is then gone to.
 * A field that refuses keeps the value that it had, and that would be taken for what its reader sees.
 *
 * @param box what the fields stand in
 */
export function useRefused(box: () => HTMLElement | null): () => boolean {
  return () => {
    const refused = box()?.querySelector<HTMLElement>('[aria-invalid="true"]')
    refused?.focus()
    return refused !== null && refused !== undefined
  }
}
