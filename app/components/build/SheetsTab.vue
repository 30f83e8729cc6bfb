<script setup lang="ts">
import { TERM_FACTS } from '#core/units/terms'
import { Dialog, DialogPanel, DialogTitle } from '@headlessui/vue'
import type { PAPERS } from '#core/levels'
import { photosOf, type Build } from '#core/scheme'
import { SHEET_IDS, type SheetId } from '~/sheets/sheet'
import { saveFile } from '~/composables/saveFile'
import { useQuotation } from '~/sheets/blocks/useQuotation'

/** What is carried outside, to the shop, and handed over. Decides nothing: it says on paper what was decided. */
const bench = useWorkbench()
const settings = useSettings()
const { say } = useSay()
const { exact } = useMoney()
const { compose } = useSheets()
const { quoted } = useQuotation()
const { state, make } = usePdf()
const { set, setJob } = useEdits()
const { firm, departs, followFirm, said } = useFirm()

// What the handover pack shows of the log.
const { lookUp } = usePhotos()
const photoIds = computed(() => (bench.job ? photosOf(bench.job.log).slice(-6) : []))
watch(photoIds, (ids) => lookUp(ids), { immediate: true })

const paper = ref<keyof typeof PAPERS>(TERM_FACTS[settings.terms].paper)
const showing = ref<SheetId>()
const sheet = computed(() => (showing.value ? compose(showing.value) : undefined))
async function pdf(id: SheetId) {
  const composed = compose(id)
  const bytes = composed && (await make(composed, paper.value))
  if (bytes) saveFile(`${bench.job!.name} ${composed.title}.pdf`, bytes, 'application/pdf')
}
/** The browser prints the page; everything but the sheet steps aside while it does. */
const print = () => window.print()
watch(showing, (now) => document.documentElement.toggleAttribute('data-sheet', now !== undefined))
onBeforeUnmount(() => document.documentElement.removeAttribute('data-sheet'))

const q = computed(quoted)
const kept = computed(() => bench.scheme!.build.quote)
function setQuote(field: keyof Build['quote'], to: number) {
  const from = kept.value[field]
  const kind = field === 'margin' || field === 'tax' ? 'share' : 'plain'
  set(`quote.${field}`, { kind, value: from }, { kind, value: to }, (draft) => (draft.build.quote[field] = to))
}

const letter = computed(() => bench.job!.letter)
const firstLine = (text: string) => text.split('\n')[0]!.slice(0, 60)
function write(field: 'from' | 'to' | 'number' | 'warranty', to: string) {
  setJob(`letter.${field}`, firstLine(letter.value[field]), firstLine(to), (draft) => (draft.letter[field] = to))
  // The next job is from the same people.
  if (field === 'from') settings.use({ letterhead: to })
}
const holds = (days: number) =>
  setJob('letter.validDays', letter.value.validDays, days, (draft) => (draft.letter.validDays = Math.round(days)))
</script>

<template>
  <div>
    <ChoiceField
      v-model="paper"
      :label="say('drop.paper')"
      :options="[
        { value: 'a4', label: say('choice.a4') },
        { value: 'letter', label: say('choice.letter') },
      ]"
    />
    <ul>
      <li v-for="id in SHEET_IDS" :key="id" class="grid grid-cols-[1fr_auto_auto] items-center gap-2 border-b border-hair py-1.5">
        <span
          ><b>{{ say(`build.sheet.${id}`) }}</b
          ><span class="block text-12 text-ink-2">{{ say(`build.sheetIs.${id}`) }}</span></span
        >
        <button type="button" class="btn" :aria-label="say('build.lookAtNamed', { sheet: say(`build.sheet.${id}`) })" @click="showing = id">
          {{ say('build.lookAt') }}
        </button>
        <BusyButton
          :busy="state.making !== undefined"
          :aria-label="say('build.pdfOf', { sheet: say(`build.sheet.${id}`) })"
          @begin="pdf(id)"
        >
          {{ state.making === id ? say('build.making', { n: Math.round(state.share * 100) }) : 'PDF' }}
        </BusyButton>
      </li>
    </ul>
    <p v-if="state.failed" class="border-2 border-pencil p-2 text-13" role="alert">{{ say('build.pdfFailed', { why: state.failed }) }}</p>
    <CustomerLink />
    <DrawingFiles />
    <h3 class="h3 rule mt-3 pt-2">{{ say('build.sheet.quote') }}</h3>
    <p class="text-13 text-ink-2">{{ say('build.quoteIs') }}</p>
    <div class="grid grid-cols-2 gap-x-3 max-md:grid-cols-1">
      <NameField
        :label="say('build.letter.from')"
        :model-value="letter.from"
        :most="400"
        :rows="3"
        empty
        @update:model-value="(v) => write('from', v)"
      />
      <NameField
        :label="say('build.letter.to')"
        :model-value="letter.to"
        :most="400"
        :rows="3"
        empty
        @update:model-value="(v) => write('to', v)"
      />
    </div>
    <NameField
      :label="say('build.letter.warrantyIs')"
      :model-value="letter.warranty"
      :most="600"
      :rows="2"
      empty
      @update:model-value="(v) => write('warranty', v)"
    />
    <p class="text-12 text-ink-3">{{ say('build.letter.names') }}</p>
    <section v-if="firm && departs.fields.length + departs.prices.length > 0" class="my-1 border border-dashed border-ink p-2 text-13">
      <p>
        {{ say('build.firmDeparts') }}
        <b>{{
          [...departs.fields.map(said), ...(departs.prices.length > 0 ? [say('build.firmPrices', { n: departs.prices.length })] : [])].join(
            ', ',
          )
        }}</b>
      </p>
      <button type="button" class="btn mt-1" @click="followFirm(departs.fields, departs.prices.length > 0)">
        {{ say('build.firmFollow') }}
      </button>
    </section>
    <button v-if="letter.from === '' && settings.letterhead !== ''" type="button" class="btn" @click="write('from', settings.letterhead)">
      {{ say('build.letter.last') }}
    </button>
    <NameField
      :label="say('field.name.letter.number')"
      :model-value="letter.number"
      :most="40"
      empty
      @update:model-value="(v) => write('number', v)"
    />
    <QuantityField
      :label="say('build.validDays')"
      kind="count"
      :model-value="letter.validDays"
      :least="1"
      :most="365"
      @update:model-value="holds"
    />
    <QuantityField
      :label="say('build.hours')"
      kind="plain"
      :model-value="kept.hours"
      :least="0"
      :most="10000"
      :note="say('build.hoursNote', { n: Math.round(q.hours * 10) / 10 })"
      @update:model-value="(v) => setQuote('hours', v)"
    />
    <QuantityField
      :label="say('build.rate')"
      kind="plain"
      :model-value="kept.rate"
      :least="0"
      :most="10000"
      @update:model-value="(v) => setQuote('rate', v)"
    />
    <QuantityField
      :label="say('build.margin')"
      kind="share"
      :model-value="kept.margin"
      :least="0"
      :most="5"
      @update:model-value="(v) => setQuote('margin', v)"
    />
    <QuantityField
      :label="say('build.tax')"
      kind="share"
      :model-value="kept.tax"
      :least="0"
      :most="1"
      @update:model-value="(v) => setQuote('tax', v)"
    />
    <dl class="text-13">
      <div
        v-for="row in ['marked', 'labour', 'net', 'taxed', 'gross'] as const"
        :key="row"
        class="flex justify-between border-b border-hair py-0.5"
        :class="{ 'font-bold': row === 'gross' }"
      >
        <dt>{{ say(`build.quoteRow.${row}`) }}</dt>
        <dd class="num">{{ exact(q[row]) }}</dd>
      </div>
    </dl>
    <Dialog v-if="sheet" :open="true" class="relative z-50" @close="showing = undefined">
      <div class="fixed inset-0 bg-ink/60 print:hidden" aria-hidden="true" />
      <div class="sheet-over fixed inset-0 overflow-y-auto p-4 max-md:p-0">
        <DialogPanel class="mx-auto max-w-4xl border-2 border-ink bg-sheet">
          <div class="flex items-baseline justify-between gap-2 border-b border-ink p-3 print:hidden">
            <DialogTitle class="text-16 font-bold">{{ sheet.title }}</DialogTitle>
            <span class="flex gap-2">
              <button type="button" class="btn" @click="print">{{ say('build.print') }}</button>
              <button type="button" class="btn" @click="showing = undefined">{{ say('ui.close') }}</button>
            </span>
          </div>
          <SheetView :sheet="sheet" />
        </DialogPanel>
      </div>
    </Dialog>
  </div>
</template>
