import { dayOfClock } from '#core/log/moment'

const LOOK_EVERY_MS = 60_000

/** Today's day number by the clock on the wall; goes on at midnight while the page is open. */
export function useToday() {
  const dayNow = () => dayOfClock(new Date())
  const today = ref(dayNow())
  const timer = setInterval(() => (today.value = dayNow()), LOOK_EVERY_MS)
  onScopeDispose(() => clearInterval(timer))
  return today
}
