<script setup lang="ts">
import { word } from '#core/figures/told'
import { VueDraggable } from 'vue-draggable-plus'
import { FAMILIES, headSpentBy, orderFaults, ownHeight } from '#core/catch'
import { addDevice, changeDevice, clearTrain, freshDevice, freshId, moveDevice, removeDevice, trainPlace } from '#core/edits'
import type { AssessedLine } from '#core/assess'
import { pipeEnd } from '#core/layout'
import type { Device, OwnPart } from '#core/scheme'
import { length } from '#core/units/quantity'
import { fieldPlace, type DeviceChange } from '~/components/drop/deviceFields'
import { message, saying } from '~/stores/messages'

/** The parts between gutter and vessel in the water's order: added, measured, moved by hand or key, and taken out. */
const props = defineProps<{ assessed: AssessedLine }>()
const bench = useWorkbench()
const { say } = useSay()

const drop = computed(() => props.assessed.line.intake.drop)
const vessel = computed(() => props.assessed.line.intake.vessel)
const devices = computed(() => drop.value.devices)
const faults = computed(() => new Map(orderFaults(devices.value).map((fault) => [fault.device, fault])))
const place = computed(() => fieldPlace(props.assessed, bench.assessment!.path))
const opened = ref<string>()
const list = useTemplateRef<HTMLElement>('list')

const KINDS = (Object.keys(FAMILIES) as Device['kind'][]).toSorted((a, b) => (FAMILIES[a].rank ?? 9) - (FAMILIES[b].rank ?? 9))
const ownParts = computed(() => bench.job?.ownParts ?? [])
const nameTold = ({ called, kind }: Pick<Device, 'kind'> & { called?: string | undefined }) => called ?? saying(`part.${kind}`)
const nameOf = (device: Pick<Device, 'kind'> & { called?: string | undefined }) => device.called ?? say(`part.${device.kind}`)

function add(value: string) {
  const own = ownParts.value.find(({ id }) => `own:${id}` === value)
  const kind = KINDS.find((each) => each === value)
  if (!own && !kind) return
  bench.editScheme(message('edit.partAdded', { part: own?.name ?? saying(`part.${kind}`) }), (scheme) => {
    const device: Device = own
      ? { ...own.device, called: own.name }
      : freshDevice(kind!, kind!, trainPlace(scheme, drop.value.id, vessel.value.id))
    return addDevice(scheme, drop.value.id, vessel.value.id, device)
  })
}
const remove = (device: Device) =>
  bench.editScheme(message('edit.partRemoved', { part: nameTold(device) }), (scheme) => removeDevice(scheme, drop.value.id, device.id))
function move(device: Device, to: number) {
  if (to < 0 || to >= devices.value.length) return
  bench.editScheme(message('edit.partMoved', { part: nameTold(device) }), (scheme) => moveDevice(scheme, drop.value.id, device.id, to))
  void nextTick(() => list.value?.querySelector<HTMLElement>(`[data-device="${device.id}"] button`)?.focus())
}
function key(event: KeyboardEvent, device: Device, at: number) {
  if (!event.altKey || (event.key !== 'ArrowUp' && event.key !== 'ArrowDown')) return
  event.preventDefault()
  move(device, at + (event.key === 'ArrowUp' ? -1 : 1))
}
function dragged(to: Device[]) {
  const moved = to.find((device, i) => devices.value[i]?.id !== device.id && movedFrom(to, device) !== undefined)
  if (!moved) return
  move(moved, to.indexOf(moved))
}
/** The part whose removal makes both orders the same is the one that was dragged. */
function movedFrom(to: readonly Device[], device: Device): number | undefined {
  const without = (parts: readonly Device[]) => parts.filter(({ id }) => id !== device.id).map(({ id }) => id)
  return without(to).join() === without(devices.value).join() ? devices.value.findIndex(({ id }) => id === device.id) : undefined
}
function change(device: Device, { name, from, to, apply }: DeviceChange) {
  bench.editScheme(message('edit.partChanged', { part: nameTold(device), field: saying(`field.device.${name}`), from, to }), (scheme) =>
    changeDevice(scheme, drop.value.id, device.id, device.kind, apply),
  )
}
const clear = () => bench.editScheme(message('edit.trainCleared'), (scheme) => clearTrain(scheme, drop.value.id))

const ownName = ref('')
function keep({ id, ...seen }: Device) {
  const name = ownName.value.trim() || nameOf(seen)
  bench.edit(message('edit.ownKept', { name }), (job) => {
    // The part as it is, not as it was shown: this sheet follows a moment after the last edit.
    const device = job.schemes
      .find((scheme) => scheme.id === job.chosen)
      ?.drops.find((each) => each.id === drop.value.id)
      ?.devices.find((each) => each.id === id)
    if (!device) return job
    const known = job.ownParts.find((part) => part.name === name)
    const part: OwnPart = { id: known?.id ?? freshId('own', job.ownParts), name, device: { ...device, called: name } }
    return { ...job, ownParts: known ? job.ownParts.map((each) => (each.id === part.id ? part : each)) : [...job.ownParts, part] }
  })
  ownName.value = ''
}
const forget = (part: OwnPart) =>
  bench.edit(message('edit.ownForgotten', { name: part.name }), (job) => ({
    ...job,
    ownParts: job.ownParts.filter(({ id }) => id !== part.id),
  }))

/** What a part takes of the height, or where it stands. */
function figure(device: Device): string {
  const height = ownHeight(device)
  if (height !== undefined) return say('drop.standsAt', { height: length(height) })
  const stretch = props.assessed.line.stretches.find((each) => each.device === device.id)
  const head = stretch ? stretch.from - stretch.to : headSpentBy(device, 0, bench.assessment!.path.layout)
  return say(head < 0 ? 'drop.gives' : 'drop.spends', { head: length(Math.abs(head)) })
}
const ends = computed(() => {
  const { intake, fed } = props.assessed.line
  if (fed) return say('drop.toVessel', { vessel: intake.vessel.name })
  const { scheme, layout } = bench.assessment!.path
  return say('drop.toGround', { where: word(pipeEnd(scheme, layout, drop.value, drop.value.end)?.where ?? 'drain') })
})
const addId = useId()
const adding = ref('')
function addChosen() {
  if (adding.value === '') return
  add(adding.value)
  adding.value = ''
}
</script>

<template>
  <section>
    <div class="rule mt-2 flex items-baseline justify-between pt-2">
      <h3 class="h3">{{ say('drop.train') }}</h3>
      <button v-if="devices.length > 0" type="button" class="btn btn-bare" @click="clear">{{ say('drop.clear') }}</button>
    </div>
    <p class="text-12 text-ink-3">{{ devices.length > 0 ? say('drop.trainNote') : say('drop.empty') }}</p>
    <div ref="list">
      <VueDraggable
        :model-value="devices"
        tag="ol"
        handle=".handle"
        :animation="0"
        :force-fallback="true"
        class="mt-1"
        @update:model-value="dragged"
      >
        <li
          v-for="(device, at) in devices"
          :key="device.id"
          :data-device="device.id"
          class="border-t border-hair"
          @keydown="key($event, device, at)"
        >
          <div class="flex items-center gap-1 py-1">
            <span class="handle cursor-grab px-1 text-ink-3" aria-hidden="true">
              <svg viewBox="0 0 10 16" class="h-4 w-2.5">
                <path d="M2 3h2M2 8h2M2 13h2M6 3h2M6 8h2M6 13h2" stroke="currentColor" stroke-width="2" />
              </svg>
            </span>
            <button
              type="button"
              class="min-h-8 min-w-0 flex-1 text-left"
              :aria-expanded="opened === device.id"
              :aria-label="say('drop.open', { part: nameOf(device) })"
              @click="opened = opened === device.id ? undefined : device.id"
            >
              <b>{{ nameOf(device) }}</b> <span class="num text-12 text-ink-2">{{ figure(device) }}</span>
            </button>
            <button
              type="button"
              class="btn step"
              :disabled="at === 0"
              :aria-label="say('drop.upNamed', { part: nameOf(device) })"
              @click="move(device, at - 1)"
            >
              <svg viewBox="0 0 12 12" class="size-3" aria-hidden="true">
                <path d="M2 8l4 -4 4 4" fill="none" stroke="currentColor" stroke-width="1.75" />
              </svg>
            </button>
            <button
              type="button"
              class="btn step"
              :disabled="at === devices.length - 1"
              :aria-label="say('drop.downNamed', { part: nameOf(device) })"
              @click="move(device, at + 1)"
            >
              <svg viewBox="0 0 12 12" class="size-3" aria-hidden="true">
                <path d="M2 4l4 4 4 -4" fill="none" stroke="currentColor" stroke-width="1.75" />
              </svg>
            </button>
            <button type="button" class="btn step" :aria-label="say('drop.removeNamed', { part: nameOf(device) })" @click="remove(device)">
              <svg viewBox="0 0 12 12" class="size-3" aria-hidden="true">
                <path d="M2 2l8 8M10 2l-8 8" fill="none" stroke="currentColor" stroke-width="1.75" />
              </svg>
            </button>
          </div>
          <p v-if="faults.get(device.id)" class="pb-1 text-12 text-pencil">
            {{
              say('drop.cannotBe', {
                why: say(`finding.trainOrder.say.${faults.get(device.id)!.reason}`, {
                  part: word(device.kind),
                  against: word(devices.find(({ id }) => id === faults.get(device.id)!.against)!.kind),
                }),
              })
            }}
          </p>
          <div v-if="opened === device.id" class="border-l-2 border-ink pb-2 pl-3">
            <DeviceFields :device="device" :place="place" @change="(made) => change(device, made)" />
            <dl class="mt-1 grid grid-cols-[auto_1fr] gap-x-3 text-12 text-ink-2">
              <template v-for="about in ['what', 'needs', 'care', 'faults'] as const" :key="about">
                <dt class="text-ink-3">{{ say(`drop.${about}`) }}</dt>
                <dd>{{ say(`family.${device.kind}.${about}`) }}</dd>
              </template>
            </dl>
            <form class="mt-2 flex gap-2" @submit.prevent="keep(device)">
              <input
                v-model="ownName"
                class="field min-w-0 flex-1"
                :placeholder="nameOf(device)"
                :aria-label="say('drop.ownName')"
                maxlength="60"
              />
              <button type="submit" class="btn">{{ say('drop.keepOwn') }}</button>
            </form>
          </div>
        </li>
      </VueDraggable>
    </div>
    <p class="border-t border-hair py-1 text-13">
      <span class="text-ink-3">{{ say('drop.ends') }}</span> {{ ends }}
    </p>
    <!-- Going through the list by keys adds nothing: that is the button's. -->
    <form class="flex flex-wrap items-center gap-2 text-13" @submit.prevent="addChosen">
      <label class="flex-none" :for="addId">{{ say('drop.add') }}</label>
      <select :id="addId" v-model="adding" class="field w-auto! max-w-full flex-auto">
        <option value="" />
        <optgroup :label="say('drop.families')">
          <option v-for="kind in KINDS" :key="kind" :value="kind">{{ say(`part.${kind}`) }}</option>
        </optgroup>
        <optgroup v-if="ownParts.length > 0" :label="say('drop.addOwn')">
          <option v-for="part in ownParts" :key="part.id" :value="`own:${part.id}`">{{ part.name }}</option>
        </optgroup>
      </select>
      <button type="submit" class="btn flex-none" :disabled="adding === ''">{{ say('drop.addIt') }}</button>
    </form>
    <ul v-if="ownParts.length > 0" class="mt-1 flex flex-wrap gap-1">
      <li v-for="part in ownParts" :key="part.id">
        <button type="button" class="btn btn-bare text-12" @click="forget(part)">{{ say('drop.forget', { name: part.name }) }}</button>
      </li>
    </ul>
  </section>
</template>

<style scoped>
.step {
  min-width: 28px;
  min-height: 28px;
  padding: 0;
  display: inline-grid;
  place-items: center;
}
@media (max-width: 999px) {
  .step {
    min-width: 44px;
    min-height: 44px;
  }
}
</style>
