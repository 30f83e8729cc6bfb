import { describe, expect, it } from 'vitest'
import { createI18n } from 'vue-i18n'
import { isReactive, ref } from 'vue'
import { plainWords } from './plainWords'

/** The library's own, without its types of every message. */
interface Words {
  t(id: string): string
  mergeLocaleMessage(locale: string, messages: object): void
  getLocaleMessage(locale: string): { jobs: object }
}

describe('words', () => {
  it('are not watched one by one, though they are copied on their way in and put in later', () => {
    // The module that fetches them copies what it is given.
    const messages = JSON.parse(JSON.stringify(plainWords())) as never
    const i18n = createI18n({ legacy: false, locale: 'en-GB', messages } as never).global as unknown as Words
    i18n.mergeLocaleMessage('en-GB', { jobs: { title: 'Jobs' } })
    expect(i18n.t('jobs.title')).toBe('Jobs')
    const kept = i18n.getLocaleMessage('en-GB')
    expect([isReactive(kept), isReactive(kept.jobs)]).toEqual([false, false])
    // What it would be without.
    expect(isReactive(ref({ 'en-GB': { jobs: {} } }).value['en-GB'].jobs)).toBe(true)
  })
})
