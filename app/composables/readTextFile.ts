/** A file that is too large to be what it should be; told before any of it is read. */
export class FileTooLarge extends Error {
  constructor(
    /** Whole megabytes. */
    readonly size: number,
    readonly most: number,
  ) {
    super(`${size} MB; at most ${most} MB`)
    this.name = 'FileTooLarge'
  }
}

/**
 * The text of a file that the reader chose.
 *
 * @param most bytes
 * @throws FileTooLarge before anything of it has been read
 */
export async function readTextFile(file: File, most: number): Promise<string> {
  if (file.size > most) throw new FileTooLarge(Math.ceil(file.size / 1e6), Math.floor(most / 1e6))
  return file.text()
}
