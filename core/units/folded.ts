/** A text as it is searched: small letters without their marks, blanks of one kind, so that "cafe" finds "Café". */
export const folded = (text: string): string =>
  text
    .normalize('NFD')
    .replace(/\p{Mn}/gu, '')
    .replace(/[\u00A0\u2009\u202F]/g, ' ')
    .toLowerCase()

/** Words that somebody looks for; each has to be somewhere in what is found. */
export const soughtIn = (query: string): string[] => folded(query).split(/\s+/u).filter(Boolean)

/** Whether a text holds all words that are looked for. */
export function holdsAll(text: string, words: readonly string[]): boolean {
  const plain = folded(text)
  return words.every((word) => plain.includes(word))
}
