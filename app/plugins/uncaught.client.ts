import { problemOf, problemText } from '#core/problems'
import { message } from '~/stores/messages'
import { useNotices } from '~/stores/notices'

/** Noise of the browser's own that says nothing of the page. */
const HARMLESS = /ResizeObserver loop/

/** Tells what nobody caught: better a word too many than a button that does nothing. */
export default defineNuxtPlugin(({ vueApp, $pinia }) => {
  const tell = (error: unknown) => {
    const why = problemOf(error)
    if (HARMLESS.test(problemText(why))) return
    console.error(error)
    useNotices($pinia as Parameters<typeof useNotices>[0]).tell({
      severity: 'wrong',
      told: message('notice.unforeseen'),
      why,
      actions: [{ label: message('notice.reload'), act: () => location.reload() }],
    })
  }
  vueApp.config.errorHandler = tell
  window.addEventListener('unhandledrejection', (event) => tell(event.reason))
  window.addEventListener('error', (event) => event.error && tell(event.error))
})
