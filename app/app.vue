<script setup lang="ts">
/** The frame round every page: theme, mode, language, the one open slip, and what is to be announced. */
const settings = useSettings()
settings.load()
const { setLocale } = useI18n()
useRelease()
useFocusKept()
const dark = usePreferredDark()
const phone = usePhone()
const asksContrast = useMediaQuery('(prefers-contrast: more)')
/** In the sun nobody reads light on dark, unless it was chosen. */
const darkNow = computed(() => (settings.theme === 'auto' ? dark.value && !settings.yard : settings.theme === 'dark'))

watch(
  () => settings.terms,
  (terms) => void setLocale(terms),
  { immediate: true },
)
useHead({
  htmlAttrs: {
    lang: () => settings.terms,
    'data-theme': () => (darkNow.value ? 'dark' : 'light'),
    'data-mode': () => (phone.value || settings.yard ? 'yard' : 'desk'),
    'data-contrast': () => (phone.value || settings.yard || asksContrast.value ? 'more' : 'plain'),
    'data-type': () => (settings.yard ? 'large' : 'plain'),
  },
})
</script>

<template>
  <NuxtPage />
  <NoticeList />
</template>
