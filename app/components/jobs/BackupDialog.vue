<script setup lang="ts">
import { problemOf } from '#core/problems'
import { dateFormat, numberFormat } from '#core/units/intl'
import { RESTORE_CHOICES, usualChoice, type RestoreChoice } from '#core/desk/backup'
import { isoDate } from '#core/rain'
import { dayOfClock } from '#core/log/moment'
import { makeBackup, openBackup, restoreBackup, type RestorePlan } from '~/database/backup'
import { saveFile } from '~/composables/saveFile'
import { layDeskWords } from '~/locales/layWords'
import { message, type Message, saying } from '~/stores/messages'

/** Everything in one file, and back: what is in it is held against what is here before anything is written. */
const emit = defineEmits<{ close: [] }>()
layDeskWords(useI18n())
const { repository } = useDatabase()
const settings = useSettings()
const { say, sayMessage } = useSay()

/** What is going on, what went wrong, what was done. */
const state = shallowReactive<{ making?: Message; problem?: Message; told?: Message }>({})
const since = shallowRef<{ saves: number; at: number | undefined }>()
const storage = shallowRef<{ persisted: boolean; used: number; of: number }>()
async function look() {
  since.value = await repository.sinceBackup().catch(() => undefined)
  const [persisted, estimate] = await Promise.all([navigator.storage?.persisted?.(), navigator.storage?.estimate?.()]).catch(() => [])
  if (estimate) storage.value = { persisted: persisted === true, used: (estimate.usage ?? 0) / 1e6, of: (estimate.quota ?? 0) / 1e6 }
}
onMounted(look)
async function persist() {
  const granted = await navigator.storage?.persist?.()
  state.told = message(granted ? 'backup.persisted' : 'backup.notPersisted')
  await look()
}

async function make() {
  state.problem = undefined
  state.told = undefined
  try {
    const now = Date.now()
    const bytes = await makeBackup(repository, now, (done, of) => (state.making = message('backup.making', { done, of })))
    saveFile(`Vernal Cask ${isoDate(dayOfClock(new Date(now)))}.zip`, new Uint8Array(bytes), 'application/zip')
    await repository.noteBackup(now)
    state.told = message('backup.made')
    await look()
  } catch (error) {
    state.problem = message('backup.notMade', { why: problemOf(error) })
  } finally {
    state.making = undefined
  }
}

const plan = shallowRef<RestorePlan>()
const choices = ref<RestoreChoice[]>([])
const takeFirm = ref(false)
const MOST = 400e6
async function open(event: Event) {
  const input = event.target as HTMLInputElement
  const file = input.files?.[0]
  input.value = ''
  if (!file) return
  state.problem = undefined
  state.told = undefined
  plan.value = undefined
  if (file.size > MOST) {
    const why = saying('backup.tooLarge', { size: Math.ceil(file.size / 1e6), most: MOST / 1e6 })
    state.problem = message('backup.cannotRead', { file: file.name, why })
    return
  }
  try {
    state.making = message('backup.reading')
    const found = await openBackup(new Uint8Array(await file.arrayBuffer()), repository)
    choices.value = found.rows.map(({ how, binned }) => (binned ? 'leave' : usualChoice(how)))
    takeFirm.value = found.firmDiffers
    plan.value = found
  } catch (error) {
    state.problem = message('backup.cannotRead', { file: file.name, why: problemOf(error) })
  } finally {
    state.making = undefined
  }
}
async function restore() {
  if (!plan.value) return
  state.making = message('backup.restoring')
  try {
    const n = await restoreBackup(plan.value, choices.value, takeFirm.value, repository)
    plan.value = undefined
    state.told = message('backup.restored', { n })
  } catch (error) {
    // What was brought in before it stays; what was not is as it was.
    state.problem = message('backup.notRestored', { why: problemOf(error) })
  } finally {
    state.making = undefined
  }
}
const picker = ref<HTMLInputElement>()
const moment = (at: number) => dateFormat(settings.terms, { dateStyle: 'medium', timeStyle: 'short' }).format(at)
const megabytes = (n: number) => numberFormat(settings.terms, { maximumFractionDigits: n < 10 ? 1 : 0 }).format(n)
</script>

<template>
  <DialogFrame :title="say('backup.title')" @close="emit('close')">
    <p class="text-13 text-ink-2">{{ say('backup.about') }}</p>
    <p v-if="since" class="py-1 text-13">
      {{ since.at === undefined ? say('backup.never') : say('backup.last', { at: moment(since.at) }) }}
      {{ say('backup.since', { n: since.saves }) }}
    </p>
    <div class="flex flex-wrap gap-2 py-1">
      <BusyButton class="btn-go" :busy="state.making !== undefined" @begin="make">{{ say('backup.make') }}</BusyButton>
      <BusyButton :busy="state.making !== undefined" @begin="picker?.click()">{{ say('backup.open') }}</BusyButton>
      <input
        ref="picker"
        type="file"
        class="only-heard"
        tabindex="-1"
        accept=".zip,application/zip"
        :aria-label="say('backup.file')"
        @change="open"
      />
    </div>
    <p v-if="state.making" class="text-13" role="status">{{ sayMessage(state.making) }}</p>
    <p v-if="state.told" class="text-13 font-bold" role="status">{{ sayMessage(state.told) }}</p>
    <p v-if="state.problem" class="border-2 border-pencil p-2 text-13" role="alert">{{ sayMessage(state.problem) }}</p>
    <section v-if="plan" class="rule mt-2 pt-2" :aria-label="say('backup.preview')">
      <h3 class="h3">{{ say('backup.preview') }}</h3>
      <p class="text-13 text-ink-2">{{ say('backup.madeAt', { at: moment(plan.made) }) }}</p>
      <div class="max-h-[50vh] overflow-auto" tabindex="0" role="region" :aria-label="say('backup.preview')">
        <table class="w-full text-13">
          <thead>
            <tr class="text-left text-12 text-ink-3">
              <th scope="col" class="font-normal">{{ say('backup.col.job') }}</th>
              <th scope="col" class="font-normal">{{ say('backup.col.how') }}</th>
              <th scope="col" class="font-normal">{{ say('backup.col.choice') }}</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="(row, i) in plan.rows" :key="i" class="border-t border-hair align-top">
              <th scope="row" class="py-1 text-left font-bold">
                {{ row.name }}<span class="cap block font-normal">{{ moment(row.updated) }}</span>
              </th>
              <td class="py-1">{{ say(row.binned ? 'backup.binned' : `backup.how.${row.how}`) }}</td>
              <td class="py-1">
                <select v-model="choices[i]" class="field" :aria-label="say('backup.choiceOf', { name: row.name })">
                  <option
                    v-for="choice in RESTORE_CHOICES"
                    :key="choice"
                    :value="choice"
                    :disabled="row.how === 'new' && choice === 'keep-both'"
                  >
                    {{ say(row.how === 'new' && choice === 'replace' ? 'backup.choice.bring' : `backup.choice.${choice}`) }}
                  </option>
                </select>
              </td>
            </tr>
            <tr v-for="(row, at) in plan.unread" :key="at" class="border-t border-hair">
              <th scope="row" class="text-left font-bold">{{ row.name }}</th>
              <td colspan="2" class="text-pencil">{{ say('backup.unread', { why: row.why }) }}</td>
            </tr>
          </tbody>
        </table>
      </div>
      <label v-if="plan.firm && plan.firmDiffers" class="flex items-center gap-2 py-1 text-13"
        ><input v-model="takeFirm" type="checkbox" class="size-4 accent-ink" />{{ say('backup.takeFirm') }}</label
      >
      <BusyButton class="btn-go mt-2" :busy="state.making !== undefined" @begin="restore">
        {{ say('backup.restore') }}
      </BusyButton>
    </section>
    <p v-if="storage" class="rule mt-3 pt-2 text-13">
      {{ say('backup.storage', { used: megabytes(storage.used), of: megabytes(storage.of) }) }}
      {{ say(storage.persisted ? 'backup.isPersisted' : 'backup.mayGo') }}
      <button v-if="!storage.persisted" type="button" class="underline" @click="persist">{{ say('backup.persist') }}</button>
    </p>
  </DialogFrame>
</template>
