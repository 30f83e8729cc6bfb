<script setup lang="ts">
import type { MessageId } from '~/locales/messageIds'
import { isTerms, TERM_FACTS } from '#core/units/terms'
import { saveFile } from '~/composables/saveFile'
import { LinkError, unpackSheets } from '~/sheets/packed'
import type { Sheet } from '~/sheets/sheet'
import { layJobWords } from '~/locales/layWords'

/** What somebody was sent to look at: the sheets in the address itself. Nothing is kept, nothing can be changed. */
layJobWords(useI18n())
const route = useRoute()
const { say } = useSay()
const { state, make } = usePdf()

const sheets = shallowRef<Sheet[]>([])
/** Message id of why nothing is shown. */
const problem = ref<MessageId | ''>('')
const WHY: Partial<Record<LinkError['reason'], MessageId>> = { none: 'view.none', newer: 'view.newer' }
watch(
  () => route.hash,
  async (hash) => {
    try {
      sheets.value = await unpackSheets(decodeURIComponent(hash.slice(1)))
      problem.value = ''
    } catch (error) {
      sheets.value = []
      problem.value = (error instanceof LinkError && WHY[error.reason]) || 'view.broken'
    }
  },
  { immediate: true },
)
const print = () => window.print()
async function pdf(sheet: Sheet) {
  const bytes = await make(sheet, isTerms(sheet.language) ? TERM_FACTS[sheet.language].paper : 'a4')
  if (bytes) saveFile(`${sheet.title}.pdf`, bytes, 'application/pdf')
}
useHead({ title: () => `${sheets.value[0]?.title ?? say('view.title')} – Vernal Cask` })
</script>

<template>
  <div class="flex min-h-full flex-col">
    <header class="flex min-h-11 flex-wrap items-center gap-3 border-b border-ink bg-sunk px-4 py-1 print:hidden">
      <BrandMark />
      <p class="text-13">{{ say('view.is') }}</p>
      <span v-if="sheets.length > 0" class="ml-auto flex flex-wrap gap-2">
        <button type="button" class="btn" @click="print">{{ say('build.print') }}</button>
        <BusyButton v-for="sheet in sheets" :key="sheet.id" :busy="state.making !== undefined" @begin="pdf(sheet)">
          {{ say('view.pdf', { sheet: sheet.title }) }}
        </BusyButton>
      </span>
    </header>
    <main class="mx-auto w-full max-w-4xl flex-1 p-5 max-md:p-0">
      <div v-if="problem" class="m-4 border-2 border-pencil bg-sheet p-4" role="alert">
        <h1 class="slab text-22">{{ say('view.cannot') }}</h1>
        <p>{{ say(problem) }}</p>
      </div>
      <h1 v-else-if="sheets.length > 0" class="sr-only">{{ sheets[0]!.title }}</h1>
      <SheetView v-for="sheet in sheets" :key="sheet.id" :sheet="sheet" class="mb-5 border-2 border-ink" />
      <p v-if="state.failed" class="border-2 border-pencil p-2 text-13" role="alert">{{ say('build.pdfFailed', { why: state.failed }) }}</p>
    </main>
  </div>
</template>
