import { defineStore } from 'pinia'
import type { UnitSystem } from '#core/units/quantity'
import { isTerms, type Terms } from '#core/units/terms'

export type Theme = 'auto' | 'light' | 'dark'

/** How this reader likes to see things; a job that is open lends its own terms and units for as long. */
export const useSettings = defineStore('settings', () => {
  const ownTerms = ref<Terms>('en-GB')
  const ownSystem = ref<UnitSystem>('metric')
  const borrowed = shallowRef<{ terms: Terms; system: UnitSystem }>()
  const terms = computed(() => borrowed.value?.terms ?? ownTerms.value)
  const system = computed(() => borrowed.value?.system ?? ownSystem.value)
  const theme = ref<Theme>('auto')
  /** High contrast and largest type, wherever one works. */
  const yard = ref(false)
  /** Whether a letter or digit alone does something; who speaks to the machine turns it off. */
  const keys = ref(true)
  /** Name and address that the last quotation was from: the next job's is from the same. */
  const letterhead = ref('')

  const KEY = 'vernal-cask-settings'

  function load() {
    try {
      const kept: unknown = JSON.parse(localStorage.getItem(KEY) ?? '{}')
      if (typeof kept !== 'object' || kept === null) return
      if ('terms' in kept && isTerms(kept.terms)) ownTerms.value = kept.terms
      if ('system' in kept && (kept.system === 'metric' || kept.system === 'imperial')) ownSystem.value = kept.system
      if ('theme' in kept && (kept.theme === 'light' || kept.theme === 'dark' || kept.theme === 'auto')) theme.value = kept.theme
      if ('yard' in kept && typeof kept.yard === 'boolean') yard.value = kept.yard
      if ('keys' in kept && typeof kept.keys === 'boolean') keys.value = kept.keys
      if ('letterhead' in kept && typeof kept.letterhead === 'string') letterhead.value = kept.letterhead.slice(0, 400)
    } catch {
      // Settings that cannot be read are not worth a word: the defaults stand.
    }
  }

  function keep() {
    try {
      localStorage.setItem(
        KEY,
        JSON.stringify({
          terms: ownTerms.value,
          system: ownSystem.value,
          theme: theme.value,
          yard: yard.value,
          keys: keys.value,
          letterhead: letterhead.value,
        }),
      )
    } catch {
      // Without storage the settings last as long as the page.
    }
  }

  function use(next: { terms?: Terms; system?: UnitSystem; theme?: Theme; yard?: boolean; keys?: boolean; letterhead?: string }) {
    ownTerms.value = next.terms ?? ownTerms.value
    ownSystem.value = next.system ?? ownSystem.value
    theme.value = next.theme ?? theme.value
    yard.value = next.yard ?? yard.value
    keys.value = next.keys ?? keys.value
    letterhead.value = next.letterhead ?? letterhead.value
    keep()
  }

  /** Terms and units of the job that is open, until it is closed. */
  function borrow(from: { terms: Terms; system: UnitSystem }) {
    borrowed.value = from
  }
  const giveBack = () => (borrowed.value = undefined)

  return { terms, system, borrow, giveBack, theme, yard, keys, letterhead, load, use }
})
