import { message } from '~/stores/messages'
import { useNotices } from '~/stores/notices'
import { saveAll } from '~/stores/unsaved'

/**
 * Says when a newer release is there and takes it up: on asking, or by itself as soon as nothing is half written, nothing
 * unsaved and nobody looking.
 */
export function useRelease(): void {
  const { $pwa } = useNuxtApp()
  if (!$pwa) return
  const notices = useNotices()
  const halfTyped = useHalfTyped()
  const take = async () => {
    if (!(await saveAll())) return
    await $pwa.updateServiceWorker(true)
  }
  watch(
    () => $pwa.needRefresh,
    (needed) => {
      if (!needed) return
      notices.tell({
        severity: 'news',
        told: message('notice.newRelease'),
        actions: [{ label: message('notice.reload'), act: take }],
      })
    },
    { immediate: true },
  )
  useEventListener(document, 'visibilitychange', () => {
    if ($pwa.needRefresh && document.visibilityState === 'hidden' && !halfTyped()) void take()
  })
}
