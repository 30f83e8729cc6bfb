/** So long does what stands below wait for what stands above it, ms: then it is wanted more than it is moved about. */
const PATIENCE_MS = 5000

/**
 * Whether what is shown below may stand: as soon as what is above it is there, or has been waited for long enough. Shown earlier, it
 * would be pushed away from under the hand that reaches for it. Once true it stays so.
 */
export function useSettled(there: () => boolean): Readonly<Ref<boolean>> {
  const settled = ref(there())
  if (settled.value) return settled
  const timer = setTimeout(() => (settled.value = true), PATIENCE_MS)
  const stop = watch(there, (is) => is && (settled.value = true))
  watch(settled, () => {
    clearTimeout(timer)
    stop()
  })
  onScopeDispose(() => clearTimeout(timer))
  return settled
}

/** Whether what stands below the answer of the years may stand. */
export function useYearsSettled(): Readonly<Ref<boolean>> {
  const { simulation } = useWorkbench()
  return useSettled(() => simulation.balance !== undefined || simulation.failed !== undefined)
}
