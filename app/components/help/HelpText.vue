<script setup lang="ts">
import { marked } from 'marked'

/** A text of the project's own documents, as it stands there: in English, and told so where another language is spoken. */
const props = defineProps<{ text: string }>()
const { say } = useSay()
const settings = useSettings()
const foreign = computed(() => !settings.terms.startsWith('en'))
/** Its first heading is the page's; pictures and files beside it are not shipped with the page. */
const html = computed(() =>
  marked
    .parse(
      props.text
        .replace(/^# .*\n/, '')
        .replace(/!\[[^\]]*\]\([^)]*\)/g, '')
        .replace(/\[([^\]]*)\]\((?!https?:|#)[^)]*\)/g, '$1'),
      { async: false },
    )
    .replaceAll('<table>', `<div class="wide" role="region" tabindex="0" aria-label="${say('help.table')}"><table>`)
    .replaceAll('</table>', '</table></div>'),
)
</script>

<template>
  <p v-if="foreign" class="py-2 text-13 text-ink-2">{{ say('help.inEnglish') }}</p>
  <!-- eslint-disable-next-line vue/no-v-html -- our own text, shipped with the page -->
  <div class="help-text" lang="en" v-html="html" />
</template>

<style scoped>
.help-text {
  font-size: 0.9375rem;
  line-height: var(--lh-read);
}
.help-text :deep(h2) {
  margin-top: 1.4em;
  padding-top: 0.4em;
  border-top: 1px solid var(--hair);
  font: 700 1.375rem var(--f-slab);
}
.help-text :deep(h3) {
  margin-top: 1em;
  font-weight: 700;
}
.help-text :deep(p),
.help-text :deep(ul),
.help-text :deep(ol) {
  margin: 0.5em 0;
}
.help-text :deep(ul) {
  padding-left: 1.3em;
  list-style: disc;
}
.help-text :deep(ol) {
  padding-left: 1.5em;
  list-style: decimal;
}
.help-text :deep(pre) {
  overflow-x: auto;
  padding: 8px 12px;
  background: var(--sunk);
}
.help-text :deep(.wide) {
  overflow-x: auto;
}
.help-text :deep(table) {
  border-collapse: collapse;
}
.help-text :deep(th),
.help-text :deep(td) {
  padding: 4px 12px 4px 0;
  border-bottom: 1px solid var(--hair);
  text-align: left;
  vertical-align: top;
}
</style>
