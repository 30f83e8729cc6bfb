<script setup lang="ts">
/** The frame round every page: theme, mode, language, the one open slip, and what is to be announced. */
const settings = useSettings()
settings.load()
const { setLocale, locale } = useI18n()
useRelease()
useFocusKept()
const dark = usePreferredDark()
const phone = usePhone()
const asksContrast = useMediaQuery('(prefers-contrast: more)')
/** In the sun nobody reads light on dark, unless it was chosen. */
const darkNow = computed(() => (settings.theme === 'auto' ? dark.value && !settings.yard : settings.theme === 'dark'))

/** Nothing is shown in one language while another is fetched; where it cannot be, what there is. */
const speaking = ref(true)
watch(
  () => settings.terms,
  async (terms) => {
    if (terms === locale.value) return
    speaking.value = false
    try {
      await setLocale(terms)
    } finally {
      speaking.value = true
    }
  },
  { immediate: true },
)
useHead({
  htmlAttrs: {
    lang: () => locale.value,
    'data-words': () => (speaking.value ? 'here' : 'coming'),
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
