import type { InjectionKey } from 'vue'

/** Which measures are still guesses, by key, and how one is said to be right. */
export interface Guesses {
  is(key: string): boolean
  right(key: string): void
}
export const GUESSES: InjectionKey<Guesses> = Symbol('guesses')

/** Whether a field's measure is still a guess, and a way to say that it was read just so. */
export function useGuess(measure: () => string | undefined) {
  const guesses = inject(GUESSES, undefined)
  const is = computed(() => {
    const key = measure()
    return key !== undefined && guesses !== undefined && guesses.is(key)
  })
  /** Says so where it is a guess; nothing elsewhere. */
  const right = () => {
    if (is.value) guesses!.right(measure()!)
  }
  return { is, right }
}
