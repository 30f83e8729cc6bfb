import type { AssessedLine, Assessment } from '#core/assess'
import type { Scheme } from '#core/scheme'

/** What is being looked at: the pipe in hand, its vessel and store. Nothing of it is kept. */
export function useSelection(
  scheme: Readonly<Ref<Scheme | undefined>>,
  assessment: Readonly<Ref<Assessment | undefined>>,
  pipes: Readonly<Ref<AssessedLine[]>>,
) {
  /** The pipe in hand, by its drop and vessel; the first where it is not there (any more). */
  const inHand = ref<{ drop: string; vessel: string }>()
  const assessed = computed(
    () =>
      pipes.value.find(({ line }) => line.intake.drop.id === inHand.value?.drop && line.intake.vessel.id === inHand.value.vessel) ??
      pipes.value.find(({ line }) => line.intake.drop.id === inHand.value?.drop) ??
      pipes.value[0],
  )
  /** The vessel that is being looked at; the one that the pipe in hand fills where none was chosen, or it is gone. */
  const vesselChosen = ref<string>()
  const vesselInHand = computed(() => assessment.value?.path.vessels.get(vesselChosen.value ?? '') ?? assessed.value?.line.placed)
  /** The outlet that is being looked at, while its pipe is in hand; the one that leads where none was chosen, or it is gone. */
  const outletChosen = ref<string>()
  watch(inHand, () => (outletChosen.value = undefined))
  /** Link that the last trial named as its bottleneck, so that the drawing can point at it. */
  const trialTight = ref<string>()
  const storeId = computed(() => assessed.value?.line.placed.store.id ?? scheme.value?.stores[0]?.id)
  function clear() {
    inHand.value = undefined
    vesselChosen.value = undefined
    outletChosen.value = undefined
  }
  return { inHand, assessed, vesselChosen, vesselInHand, outletChosen, trialTight, storeId, clear }
}
