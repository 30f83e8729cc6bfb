import british from '~/locales/build/en-GB.json'
import american from '~/locales/build/en-US.json'

/** What takes messages in: the library's own instance. */
interface Words {
  mergeLocaleMessage(locale: string, messages: Record<string, unknown>): void
}

/**
 * Lays the words of Build beside the others: there are many of them, and the first view needs none. American is British with
 * the words that differ laid over it, here as everywhere.
 */
export function layBuildWords({ mergeLocaleMessage }: Words): void {
  mergeLocaleMessage('en-GB', british)
  mergeLocaleMessage('en-US', british)
  mergeLocaleMessage('en-US', american)
}
