<script setup lang="ts">
import { Dialog, DialogPanel, DialogTitle } from '@headlessui/vue'
import { ARRANGEMENTS, dropsWanted, fitStarter, starterFits } from '#core/arrangements'
import { assess } from '#core/assess'
import { volume } from '#core/units/quantity'
import { sceneOf } from '~/drawing/scene'

/** Arrangements that people build, on this job's own roof: drawn to one scale, with what each suits and asks for. */
const emit = defineEmits<{ close: [] }>()
const bench = useWorkbench()
const { say, text } = useSay()

/** px per metre of every sketch, and the room that one has. */
const SCALE = 25
const ROOM = { width: 268, height: 132 }
const starters = computed(() => {
  const { scheme } = bench
  if (!scheme) return []
  return ARRANGEMENTS.map((make, i) => {
    const made = make()
    const key = i + 1
    if (!starterFits(scheme, made)) return { key, wants: dropsWanted(made) }
    const fitted = fitStarter(scheme, made)
    const { lines, path, findings } = assess(fitted, undefined, bench.air)
    const [line] = lines
    const scene = line && sceneOf(line, { left: 0, right: ROOM.width, top: 2, ground: ROOM.height - 8 }, 26, SCALE, path)
    const stops = findings.filter(({ severity }) => severity === 'stops').length
    return { key, fitted, scene, stops, usable: line && text(volume(line.usable.volume)) }
  })
})
const choose = (key: number, fitted: NonNullable<(typeof starters.value)[number]['fitted']>) => {
  bench.tryBeside(say(`starter.${key}.name`), () => fitted)
  emit('close')
}
</script>

<template>
  <Dialog class="relative z-40" open @close="emit('close')">
    <div class="fixed inset-0 bg-ink/40" aria-hidden="true" />
    <div class="fixed inset-0 overflow-y-auto p-4 max-md:p-0">
      <DialogPanel class="mx-auto max-w-5xl border-2 border-ink bg-sheet p-5 max-md:p-3">
        <div class="flex items-baseline justify-between gap-3">
          <DialogTitle class="slab text-22">{{ say('starter.title') }}</DialogTitle>
          <button type="button" class="btn" @click="emit('close')">{{ say('ui.close') }}</button>
        </div>
        <p class="py-1 text-13 text-ink-2">{{ say('starter.note') }}</p>
        <ul class="grid gap-3 sm:grid-cols-2 lg:grid-cols-3">
          <li v-for="each in starters" :key="each.key" class="flex flex-col border border-line p-2">
            <svg v-if="each.scene" class="sheet-drawing w-full" :viewBox="`0 0 ${ROOM.width} ${ROOM.height}`" aria-hidden="true">
              <HatchDefs :prefix="`st${each.key}`" />
              <SectionScene :scene="each.scene" :prefix="`st${each.key}`" />
              <path :d="`M0 ${each.scene.ground}H${ROOM.width}`" class="l-ground" />
            </svg>
            <h3 class="h3">{{ each.key }}. {{ say(`starter.${each.key}.name`) }}</h3>
            <p class="flex-1 text-13">{{ say(`starter.${each.key}.suits`) }}</p>
            <p v-if="each.fitted" class="cap py-1">
              {{ say(each.stops > 0 ? 'starter.stops' : 'starter.fits', { usable: each.usable ?? '', n: each.stops }) }}
            </p>
            <p v-else class="cap py-1">{{ say('starter.wants', { n: each.wants ?? 0 }) }}</p>
            <button
              type="button"
              class="btn"
              :disabled="!each.fitted"
              :aria-label="say('starter.takeNamed', { name: say(`starter.${each.key}.name`) })"
              @click="each.fitted && choose(each.key, each.fitted)"
            >
              {{ say('starter.take') }}
            </button>
          </li>
        </ul>
      </DialogPanel>
    </div>
  </Dialog>
</template>
