/** Asks whether the device may tell what happens while nobody looks; asked when a wait is begun, and once. */
export function mayTell(): void {
  if (typeof Notification !== 'undefined' && Notification.permission === 'default') void Notification.requestPermission()
}

/** Whether the device may tell. Asked without holding the page up: `Notification.permission` waits for another process. */
export async function mayBeTold(): Promise<boolean> {
  if (typeof Notification === 'undefined') return false
  try {
    return (await navigator.permissions.query({ name: 'notifications' })).state === 'granted'
  } catch {
    // A browser that does not know the question.
    return Notification.permission === 'granted'
  }
}

/**
 * Tells something by the device, if it may. Through the service worker where there is one: phones let no page do it itself.
 * What fails here is not lost: the page shows it anyway.
 */
export async function tellDevice(title: string, body: string, tag: string): Promise<void> {
  if (typeof Notification === 'undefined' || Notification.permission !== 'granted') return
  try {
    const worker = await navigator.serviceWorker?.getRegistration()
    if (worker) await worker.showNotification(title, { body, tag })
    else new Notification(title, { body, tag })
  } catch {
    // A device that refuses is as one that was never asked.
  }
}
