<script setup lang="ts">
import { departures, follow, type Departures, type FirmField } from '#core/desk/firm'
import { firmDefaults, type Firm, type Job } from '#core/scheme'
import type { KeptJob } from '~/database/keptJob'
import { layDeskWords } from '~/locales/layWords'
import { message } from '~/stores/messages'
import { useNotices } from '~/stores/notices'

/** What a firm says once for all of its jobs, and which open jobs do otherwise. */
const props = defineProps<{ jobs: readonly KeptJob[] }>()
const emit = defineEmits<{ close: []; change: [id: string, recipe: (job: Job) => Job] }>()
layDeskWords(useI18n())
const { repository } = useDatabase()
const notices = useNotices()
const { say, text } = useSay()

const firm = shallowRef<Firm>()
onMounted(async () => {
  firm.value = (await repository.firm().catch(() => undefined)) ?? firmDefaults()
})
async function set(change: Partial<Firm>) {
  const next = { ...firm.value!, ...change }
  const kept = await notices.keep(message('notice.firmNotKept'), () => repository.keepFirm(next))
  if (kept.done) firm.value = next
}

/** Jobs that are under way and say something else; what is finished or put away stays as it was agreed. */
const OPEN = new Set(['asked', 'measured', 'quoted', 'ordered', 'building'])
interface Departing {
  job: Job
  departs: Departures
}
const departing = computed<Departing[]>(() =>
  props.jobs.flatMap(({ job }) => {
    if (!job || !firm.value || job.desk.archived || job.log.since !== undefined || !OPEN.has(job.desk.stage)) return []
    const departs = departures(job, firm.value)
    return departs.fields.length + departs.prices.length > 0 ? [{ job, departs }] : []
  }),
)
const picked = ref<string[]>([])
/** How many jobs were brought after the rules just now. */
const told = ref<number>()
function letFollow() {
  const of = departing.value.filter(({ job }) => picked.value.includes(job.id))
  const rules = firm.value!
  for (const { job, departs } of of) emit('change', job.id, (current) => follow(current, rules, departs.fields, departs.prices.length > 0))
  told.value = of.length
  picked.value = []
}
const departsText = ({ fields, prices }: Departures) =>
  [
    ...fields.map((field: FirmField) => say(`firm.field.${field}`)),
    ...(prices.length > 0 ? [say('firm.pricesOf', { n: prices.length })] : []),
  ].join(', ')
const numbers = [
  { field: 'rate', kind: 'plain', most: 10000 },
  { field: 'margin', kind: 'share', most: 5 },
  { field: 'tax', kind: 'share', most: 1 },
  { field: 'validDays', kind: 'count', most: 365 },
] as const
const priceText = (price: number | null) => (price === null ? '–' : text({ kind: 'plain', value: price }))
</script>

<template>
  <DialogFrame :title="say('firm.title')" @close="emit('close')">
    <p class="text-13 text-ink-2">{{ say('firm.about') }}</p>
    <template v-if="firm">
      <NameField
        :label="say('firm.field.head')"
        :model-value="firm.head"
        :most="400"
        :rows="3"
        empty
        @update:model-value="(head) => set({ head })"
      />
      <NameField
        :label="say('firm.field.warranty')"
        :model-value="firm.warranty"
        :most="600"
        :rows="2"
        empty
        @update:model-value="(warranty) => set({ warranty })"
      />
      <QuantityField
        v-for="{ field, kind, most } in numbers"
        :key="field"
        :label="say(`firm.field.${field}`)"
        :kind="kind"
        :model-value="firm[field]"
        :least="field === 'validDays' ? 1 : 0"
        :most="most"
        @update:model-value="(v) => set({ [field]: field === 'validDays' ? Math.round(v) : v })"
      />
      <h3 class="h3 rule mt-2 pt-2">{{ say('firm.priceBook') }}</h3>
      <p v-if="firm.prices.length === 0" class="text-13 text-ink-2">{{ say('firm.noPrices') }}</p>
      <ul v-else class="max-h-48 overflow-y-auto text-13">
        <li v-for="price in firm.prices" :key="price.item" class="flex items-center gap-3 border-b border-hair py-0.5">
          <code class="flex-1">{{ price.item }}</code>
          <span class="num">{{ priceText(price.price) }}</span>
          <button
            type="button"
            class="btn btn-bare"
            :aria-label="say('firm.dropPrice', { item: price.item })"
            @click="set({ prices: firm!.prices.filter(({ item }) => item !== price.item) })"
          >
            {{ say('ui.delete') }}
          </button>
        </li>
      </ul>
      <section v-if="departing.length > 0" class="rule mt-2 pt-2" :aria-label="say('firm.departing')">
        <h3 class="h3">{{ say('firm.departing') }}</h3>
        <p class="text-13 text-ink-2">{{ say('firm.departingAre') }}</p>
        <label v-for="{ job, departs } in departing" :key="job.id" class="flex items-baseline gap-2 border-t border-hair py-1 text-13">
          <input v-model="picked" type="checkbox" class="size-4 flex-none accent-ink" :value="job.id" />
          <span
            ><b>{{ job.name }}</b> <span class="cap block">{{ departsText(departs) }}</span></span
          >
        </label>
        <button type="button" class="btn mt-1" :disabled="picked.length === 0" @click="letFollow">
          {{ say('firm.follow', { n: picked.length }) }}
        </button>
      </section>
      <p v-if="told !== undefined" class="text-13 font-bold" role="status">{{ say('firm.followed', { n: told }) }}</p>
    </template>
  </DialogFrame>
</template>
