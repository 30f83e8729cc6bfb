/** Counts up whenever the page's colours change, for what is painted on a canvas and cannot follow by itself. */
export function useThemeTick() {
  const tick = ref(0)
  const settings = useSettings()
  const dark = usePreferredDark()
  watch([() => settings.theme, dark], () => void nextTick(() => tick.value++))
  return tick
}
