export default defineI18nConfig(() => ({ legacy: false, fallbackLocale: 'en-GB', missingWarn: false, fallbackWarn: false }))
