<script setup lang="ts">
import { holdsAll, soughtIn } from '#core/units/folded'
import { ARRANGEMENTS, dropsWanted, fitStarter, starterFits } from '#core/arrangements'
import { assess } from '#core/assess'
import { withGoods } from '#core/edits'
import type { Scheme } from '#core/scheme'
import { volume } from '#core/units/quantity'
import { fullLevels } from '#core/vessel'
import { siteScene } from '~/drawing/siteScene'

/** Arrangements that people build, on this job's own roof: decides which to begin from, by what one has and what one wants. */
const emit = defineEmits<{ close: [] }>()
const bench = useWorkbench()
const { say, text } = useSay()

const ROOM = { width: 420, height: 250 }
/** What of a scheme somebody may have, or want, to look for. */
const TAGS = ['drum', 'butt', 'tote', 'tank', 'one', 'several', 'hose', 'flush', 'pump', 'stack', 'across'] as const
type Tag = (typeof TAGS)[number]
function tagsOf({ stores, drops, pumps }: Scheme): Set<Tag> {
  const vessels = stores.flatMap((store) => store.vessels)
  const devices = drops.flatMap((drop) => drop.devices)
  const families = new Set<string>(vessels.map(({ family }) => family))
  const has = (tag: Tag): boolean => {
    if (tag === 'one') return vessels.length === 1
    if (tag === 'several') return vessels.length > 1
    if (tag === 'hose') return devices.some((device) => 'hose' in device)
    if (tag === 'flush') return devices.some(({ kind }) => kind === 'first-flush')
    if (tag === 'pump') return pumps.length > 0
    if (tag === 'stack') return vessels.some(({ on }) => on !== undefined)
    if (tag === 'across') return devices.some(({ kind }) => kind === 'carrying-pipe')
    return families.has(tag) || (tag === 'butt' && (families.has('slim-butt') || families.has('barrel')))
  }
  return new Set(TAGS.filter(has))
}

const starters = computed(() => {
  const { scheme } = bench
  if (!scheme) return []
  return ARRANGEMENTS.map((make, i) => {
    const made = withGoods(make(), bench.job!.system)
    const key = i + 1
    const fits = starterFits(scheme, made)
    const shown = fits ? fitStarter(scheme, made) : made
    const { lines, path, findings } = assess(shown, undefined, bench.air)
    const [line] = lines
    const scene = siteScene(path, fullLevels(path), 'elevation', ROOM)
    const stops = findings.filter(({ severity }) => severity === 'stops').length
    return {
      key,
      fits,
      shown,
      scene,
      stops,
      tags: tagsOf(made),
      wants: dropsWanted(made),
      usable: line && text(volume(line.usable.volume)),
    }
  })
})
const looked = ref('')
const chosen = ref<Tag[]>([])
const toggle = (tag: Tag) =>
  (chosen.value = chosen.value.includes(tag) ? chosen.value.filter((each) => each !== tag) : [...chosen.value, tag])
const shown = computed(() => {
  const words = soughtIn(looked.value)
  return starters.value.filter(({ key, tags }) => {
    const told = [say(`starter.${key}.name`), say(`starter.${key}.suits`), ...[...tags].map((tag) => say(`starter.tag.${tag}`))]
    return chosen.value.every((tag) => tags.has(tag)) && holdsAll(told.join(' '), words)
  })
})
const choose = (key: number, fitted: Scheme) => {
  bench.tryBeside(say(`starter.${key}.name`), () => fitted)
  emit('close')
}
</script>

<template>
  <DialogFrame :title="say('starter.title')" width="xl" @close="emit('close')">
    <p class="py-1 text-13 text-ink-2">{{ say('starter.note') }}</p>
    <div class="flex flex-wrap items-center gap-1 py-1">
      <label class="text-13"> {{ say('starter.look') }} <input v-model="looked" type="search" class="field" maxlength="80" /> </label>
      <button v-for="tag in TAGS" :key="tag" type="button" class="btn" :aria-pressed="chosen.includes(tag)" @click="toggle(tag)">
        {{ say(`starter.tag.${tag}`) }}
      </button>
    </div>
    <p class="text-13" aria-live="polite">{{ say('starter.found', { n: shown.length, all: starters.length }) }}</p>
    <ul class="grid gap-3 py-1 md:grid-cols-2">
      <li v-for="each in shown" :key="each.key" class="flex flex-col border border-line p-2">
        <svg class="sheet-drawing w-full" :viewBox="`0 0 ${each.scene.width} ${each.scene.height + 6}`" aria-hidden="true">
          <SiteDrawing :scene="each.scene" />
        </svg>
        <h3 class="h3">{{ each.key }}. {{ say(`starter.${each.key}.name`) }}</h3>
        <p class="flex-1 text-13">{{ say(`starter.${each.key}.suits`) }}</p>
        <p v-if="each.fits" class="cap py-1">
          {{ say(each.stops > 0 ? 'starter.stops' : 'starter.fits', { usable: each.usable ?? '', n: each.stops }) }}
        </p>
        <p v-else class="cap py-1">{{ say('starter.wants', { n: each.wants }) }}</p>
        <button
          type="button"
          class="btn"
          :disabled="!each.fits"
          :aria-label="say('starter.takeNamed', { name: say(`starter.${each.key}.name`) })"
          @click="choose(each.key, each.shown)"
        >
          {{ say('starter.take') }}
        </button>
      </li>
    </ul>
  </DialogFrame>
</template>
