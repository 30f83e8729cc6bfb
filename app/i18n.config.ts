import { plainWords } from './locales/plainWords'

export default defineI18nConfig(() => ({
  legacy: false,
  fallbackLocale: 'en-GB',
  missingWarn: false,
  fallbackWarn: false,
  messages: plainWords() as never,
}))
