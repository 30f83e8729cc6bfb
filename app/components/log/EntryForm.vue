<script setup lang="ts">
import { partsWritten } from '#core/log'
import { ENTRY_KINDS, type Entry, type EntryKind } from '#core/scheme'
import { choicesOf } from '~/components/log/useEntryForm'
import { message, type Message } from '~/stores/messages'

/**
 * An entry written out: what was done to which part, how much, when, with a note and photos; a new one, or one that is changed. All
 * kinds that this scheme can have, for what the pad has no key for and for what is put down days later.
 */
const props = defineProps<{ entry?: Entry }>()
const emit = defineEmits<{ kept: [entry: Entry]; close: [] }>()
const { scheme, add, change } = useLog()
const { keepPhoto } = usePhotos()
const { say, sayMessage } = useSay()
const form = useEntryForm('note', props.entry)
const { kind, about, parts, choice, way, ways, typed, unit, hasUnit, hasAmount, when, note, shown, refusal, asked, clear, choiceLabel } =
  form

/** A kind and, where it is one of a few, which: all that can be picked as one thing. */
interface What {
  value: string
  label: string
}
const whatsOf = (of: EntryKind): What[] => {
  const label = say(`word.entry-${of}`)
  const choices = choicesOf(of)
  if (choices.length === 0) return [{ value: of, label }]
  // What was cleaned says so by itself; how a valve stands does not.
  const whole = of === 'turned' || of === 'valve'
  return choices.map((each) => ({ value: `${of} ${each}`, label: whole ? `${label}: ${choiceLabel(of, each)}` : choiceLabel(of, each) }))
}
/** What a hand has to do with comes first; a test is ticked where its care stands. */
const ORDER: readonly EntryKind[] = ['note', 'fault', 'cleaned', 'mended', 'flush-emptied', 'turned', 'valve', 'dosed', 'season']
const kinds = computed((): readonly EntryKind[] => {
  if (props.entry) return [props.entry.kind]
  const rest = ENTRY_KINDS.filter((each) => each !== 'test' && !ORDER.includes(each))
  return [...ORDER, ...rest].filter((each) => !scheme.value || (partsWritten(each, scheme.value)?.length ?? 1) > 0)
})
const whats = computed(() => kinds.value.flatMap(whatsOf))
const what = computed({
  get: () => (choicesOf(kind.value).length > 0 ? `${kind.value} ${choice.value || choicesOf(kind.value)[0]}` : kind.value),
  set: (to: string) => {
    const [of, which = ''] = to.split(' ')
    kind.value = of as EntryKind
    choice.value = which
  },
})
/** A note says something, or shows it; all else says something by itself. */
const isEmpty = computed(() => !props.entry && kind.value === 'note' && note.value.trim() === '' && !files.value?.length)

const files = shallowRef<FileList | null>(null)
const picker = useTemplateRef<HTMLInputElement>('picker')
const photoProblem = shallowRef<Message>()
const MOST_PHOTOS_HERE = 12
async function keep(meant = false) {
  // What cannot be is told before any photo is kept for it.
  if (!form.finished(meant)) return
  photoProblem.value = undefined
  const photos: string[] = []
  for (const file of [...(files.value ?? [])].slice(0, MOST_PHOTOS_HERE)) {
    const kept = await keepPhoto(file)
    if (kept.problem === undefined) photos.push(kept.id)
    else photoProblem.value = message(`log.photo.${kept.problem}`, { file: file.name })
  }
  if (photoProblem.value && photos.length === 0) return
  const entry = form.finished(true, photos.length > 0 ? { photos } : {})
  if (!entry) return
  if (props.entry) change(entry)
  else add(entry)
  emit('kept', entry)
  if (props.entry) return
  form.empty()
  files.value = null
  if (picker.value) picker.value.value = ''
}
</script>

<template>
  <form class="flex flex-wrap items-end gap-2 text-13" :aria-label="say(entry ? 'log.changing' : 'log.writing')" @submit.prevent="keep()">
    <label v-if="whats.length > 1"
      >{{ say('log.what') }}
      <PickList v-model="what" class="block" :options="whats" />
    </label>
    <label v-if="parts.length > 0"
      >{{ say('log.about') }}
      <PickList v-model="about" class="block" :options="parts" />
    </label>
    <label v-if="ways.length > 1"
      >{{ say('log.how') }}
      <PickList v-model="way" class="block" :options="ways" />
    </label>
    <label v-if="hasAmount"
      >{{ say('log.howMuch') }}
      <span class="flex items-baseline gap-1">
        <input v-model="typed" class="field num w-28" type="text" inputmode="decimal" autocomplete="off" :aria-invalid="refusal !== ''" />
        <span v-if="!hasUnit" aria-hidden="true">{{ unit }}</span>
      </span>
    </label>
    <label :title="entry ? undefined : say('log.now')"
      >{{ say('log.when') }} <input v-model="when" class="field block" type="datetime-local" :required="entry !== undefined"
    /></label>
    <label class="min-w-40 flex-1"
      >{{ say('log.note') }} <input v-model="note" class="field w-full" type="text" maxlength="500" autocomplete="off"
    /></label>
    <label v-if="!entry"
      >{{ say('log.photos') }}
      <input
        ref="picker"
        class="field block max-w-48"
        type="file"
        accept="image/*"
        multiple
        @change="files = ($event.target as HTMLInputElement).files"
      />
    </label>
    <span class="flex gap-1">
      <button type="submit" class="btn btn-go" :disabled="isEmpty">{{ say(entry ? 'log.keep' : 'log.putDown') }}</button>
      <button v-if="entry" type="button" class="btn btn-bare" @click="emit('close')">{{ say('ui.cancel') }}</button>
    </span>
    <p v-if="refusal || photoProblem" class="w-full text-pencil" role="alert">{{ refusal || sayMessage(photoProblem) }}</p>
    <p v-else-if="shown" class="w-full text-ink-2" aria-live="polite">{{ shown }}</p>
    <AskedBack class="w-full" :asked="asked" @keep="keep(true)" @change="clear" />
  </form>
</template>
