<script setup lang="ts">
import { heightTold, levelAs } from '#core/log'
import type { Entry } from '#core/scheme'
import { length, rainDepth, share, volume } from '#core/units/quantity'

/**
 * A reading put down beside the butt, with a wet thumb: what, how much, keep. Numbers by large keys of its own, in the reader's
 * units; the last value beside it. What cannot be is refused with the reason, what is unlikely asked back.
 */
const props = defineProps<{ kind?: Kind; closable?: boolean }>()
const emit = defineEmits<{ kept: [entry: Entry]; close: [] }>()
const KINDS = ['rain', 'level', 'drawn', 'topped-up', 'let-go'] as const
type Kind = (typeof KINDS)[number]

const { entries, path, add, who, setWho } = useLog()
const { say } = useSay()
const { moment } = useLogWords()
const form = useEntryForm(props.kind ?? 'rain')
const { kind: written, about, parts, way, ways, typed, unit, hasUnit, when, note, shown, refusal, asked, clear, decimalMark } = form
watch(
  () => props.kind,
  (next) => next && (written.value = next),
)
const picked = computed({ get: () => written.value as Kind, set: (to) => (written.value = to) })
const pad = useTemplateRef<HTMLInputElement>('pad')

const keys = computed(() => ['1', '2', '3', '4', '5', '6', '7', '8', '9', decimalMark.value, '0', '⌫'])
function press(key: string) {
  if (key === '⌫') typed.value = typed.value.slice(0, -1)
  else if (key !== decimalMark.value || !typed.value.includes(key)) typed.value = (typed.value + key).slice(0, 12)
}

/** The last of its kind, to hold the new one against. */
const last = computed(() => {
  const found = entries.value.findLast((entry) => entry.kind === written.value && (!('vessel' in entry) || entry.vessel === about.value))
  if (!found) return ''
  if (found.kind === 'rain') return say('log.lastWas', { value: rainDepth(found.depth), when: moment(found.at) })
  if (found.kind === 'level') {
    const body = path.value?.vessels.get(found.vessel)?.vessel.body
    if (!body) return ''
    const by = way.value === 'share' || way.value === 'volume' || way.value === 'floor' ? way.value : 'rim'
    const value = levelAs(body, heightTold(body, found), by)
    const as = by === 'share' ? share(value) : by === 'volume' ? volume(value) : length(value)
    return say('log.lastWas', { value: as, when: moment(found.at) })
  }
  return 'volume' in found ? say('log.lastWas', { value: volume(found.volume), when: moment(found.at) }) : ''
})

function keep(meant = false) {
  const entry = form.finished(meant)
  if (entry) {
    add(entry)
    form.empty()
    emit('kept', entry)
  } else if (refusal.value !== '') pad.value?.focus()
}
</script>

<template>
  <form class="quick" :aria-label="say('log.quick')" @submit.prevent="keep()">
    <ButtonChoice
      v-model="picked"
      class="choices"
      :label="say('log.what')"
      :options="KINDS.map((value) => ({ value, label: say(`word.entry-${value}`) }))"
    />
    <div v-if="parts.length > 1" class="mt-2">
      <ChoiceField :label="say('log.vessel')" :model-value="about" :options="parts" @update:model-value="(id) => (about = id)" />
    </div>
    <ButtonChoice v-if="ways.length > 1" v-model="way" class="choices mt-2" :label="say('log.how')" :options="ways" />
    <div class="mt-2 flex items-baseline gap-2">
      <input
        ref="pad"
        v-model="typed"
        class="field display num"
        type="text"
        inputmode="none"
        autocomplete="off"
        :aria-label="say(`word.entry-${written}`)"
        :aria-invalid="refusal !== ''"
        aria-describedby="quick-says"
      />
      <span v-if="!hasUnit" class="slab text-22" aria-hidden="true">{{ unit }}</span>
    </div>
    <p id="quick-says" class="min-h-5 text-13" :class="refusal ? 'text-pencil' : 'text-ink-2'" aria-live="polite">
      {{ refusal || shown || last }}
    </p>
    <AskedBack class="my-1" :asked="asked" @keep="keep(true)" @change="clear" />
    <div class="keys mt-1">
      <button
        v-for="key in keys"
        :key="key"
        type="button"
        class="btn key"
        :aria-label="key === '⌫' ? say('log.rubOut') : key"
        @click="press(key)"
      >
        {{ key }}
      </button>
    </div>
    <details class="mt-1 text-13">
      <summary>{{ say('log.more') }}</summary>
      <label class="grid grid-cols-[1fr_auto] items-center gap-2 py-1"
        >{{ say('log.when') }} <input v-model="when" class="field" type="datetime-local"
      /></label>
      <label class="grid grid-cols-[1fr_auto] items-center gap-2 py-1"
        >{{ say('log.who') }}
        <input
          class="field"
          type="text"
          maxlength="60"
          autocomplete="off"
          :value="who"
          @change="setWho(($event.target as HTMLInputElement).value.trim())"
        />
      </label>
      <label class="grid gap-1 py-1">{{ say('log.note') }} <textarea v-model="note" class="field" rows="2" maxlength="500" /></label>
    </details>
    <div class="mt-2 flex gap-2">
      <button type="submit" class="btn btn-go keep">{{ say('log.keep') }}</button>
      <button v-if="closable" type="button" class="btn btn-bare" @click="emit('close')">{{ say('ui.close') }}</button>
    </div>
  </form>
</template>

<style scoped>
.display {
  width: 100%;
  min-height: 52px;
  font-size: 28px;
  text-align: right;
}
/* As many as there are in a row or two, and a thumb's width high. */
.choices :deep(.btn) {
  min-height: 44px;
  padding: 0 8px;
}
.keys {
  display: grid;
  grid-template-columns: repeat(3, 1fr);
  gap: 4px;
}
.key {
  min-height: 46px;
  font-size: 20px;
  font-weight: 700;
}
.keep {
  min-height: 48px;
  flex: 1;
  font-size: 16px;
}
</style>
