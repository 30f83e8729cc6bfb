<script setup lang="ts">
/** The frame round every page: theme, mode, language, the one open slip, and what is to be announced. */
const settings = useSettings()
settings.load()
const { setLocale } = useI18n()
useRelease()
const dark = usePreferredDark()
const phone = useMediaQuery('(max-width: 767px)')

watch(
  () => settings.terms,
  (terms) => void setLocale(terms),
  { immediate: true },
)
useHead({
  htmlAttrs: {
    lang: () => settings.terms,
    'data-theme': () => ((settings.theme === 'auto' ? dark.value : settings.theme === 'dark') ? 'dark' : 'light'),
    'data-mode': () => (phone.value ? 'yard' : 'desk'),
  },
})
</script>

<template>
  <NuxtPage />
  <NoticeList />
</template>
