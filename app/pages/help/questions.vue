<script setup lang="ts">
import text from '../../../docs/questions.md?raw'
import { layHelpWords } from '~/locales/layWords'

/** The project's own paper, readable where its figures are. */
layHelpWords(useI18n())
const { say } = useSay()
useHead({ title: () => `${say('help.questions')} – Vernal Cask` })
</script>

<template>
  <HelpFrame :title="say('help.questions')"><HelpText :text="text" /></HelpFrame>
</template>
