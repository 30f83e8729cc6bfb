import { defineStore } from 'pinia'
import type { Terms, UnitSystem } from '#core/units/quantity'

export type Theme = 'auto' | 'light' | 'dark'

/** How this reader likes to see things; a job that is open brings its own terms and units. */
export const useSettings = defineStore('settings', () => {
  const terms = ref<Terms>('en-GB')
  const system = ref<UnitSystem>('metric')
  const theme = ref<Theme>('auto')
  /** Name and address that the last quotation was from: the next job's is from the same. */
  const letterhead = ref('')

  const KEY = 'vernal-cask-settings'

  function load() {
    try {
      const kept: unknown = JSON.parse(localStorage.getItem(KEY) ?? '{}')
      if (typeof kept !== 'object' || kept === null) return
      if ('terms' in kept && (kept.terms === 'en-GB' || kept.terms === 'en-US')) terms.value = kept.terms
      if ('system' in kept && (kept.system === 'metric' || kept.system === 'imperial')) system.value = kept.system
      if ('theme' in kept && (kept.theme === 'light' || kept.theme === 'dark' || kept.theme === 'auto')) theme.value = kept.theme
      if ('letterhead' in kept && typeof kept.letterhead === 'string') letterhead.value = kept.letterhead.slice(0, 400)
    } catch {
      // Settings that cannot be read are not worth a word: the defaults stand.
    }
  }

  function keep() {
    try {
      localStorage.setItem(
        KEY,
        JSON.stringify({ terms: terms.value, system: system.value, theme: theme.value, letterhead: letterhead.value }),
      )
    } catch {
      // Without storage the settings last as long as the page.
    }
  }

  function use(next: { terms?: Terms; system?: UnitSystem; theme?: Theme; letterhead?: string }) {
    terms.value = next.terms ?? terms.value
    system.value = next.system ?? system.value
    theme.value = next.theme ?? theme.value
    letterhead.value = next.letterhead ?? letterhead.value
    keep()
  }

  return { terms, system, theme, letterhead, load, use }
})
