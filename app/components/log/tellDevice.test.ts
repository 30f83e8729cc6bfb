import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { mayTell, tellDevice } from './tellDevice'

const shown = vi.fn()
const made = vi.fn()
/** A device's own teller, as far as it is asked. */
const Device = Object.assign(
  function (...args: unknown[]) {
    made(...args)
  },
  { permission: 'granted', requestPermission: vi.fn(() => Promise.resolve('granted')) },
)
const worker = (registration: unknown) =>
  vi.stubGlobal('navigator', { serviceWorker: { getRegistration: () => Promise.resolve(registration) } })

beforeEach(() => {
  vi.clearAllMocks()
  Device.permission = 'granted'
  vi.stubGlobal('Notification', Device)
})
afterEach(() => vi.unstubAllGlobals())

describe('tellDevice', () => {
  it('goes through the service worker where there is one: phones let no page do it itself', async () => {
    worker({ showNotification: shown })
    await tellDevice('The wait is over', 'Cement', 'cement')
    expect(shown).toHaveBeenCalledWith('The wait is over', { body: 'Cement', tag: 'cement' })
    expect(made).not.toHaveBeenCalled()
  })
  it('tells it itself where there is none', async () => {
    worker(undefined)
    await tellDevice('The wait is over', 'Cement', 'cement')
    expect(made).toHaveBeenCalledOnce()
  })
  it('says nothing where it may not, and asks only where nobody has answered', async () => {
    worker({ showNotification: shown })
    Device.permission = 'denied'
    await tellDevice('a', 'b', 'c')
    mayTell()
    expect(shown).not.toHaveBeenCalled()
    expect(Device.requestPermission).not.toHaveBeenCalled()
    Device.permission = 'default'
    mayTell()
    expect(Device.requestPermission).toHaveBeenCalledOnce()
  })
  it('is quiet about a device that refuses, and about one that knows of no such thing', async () => {
    worker({ showNotification: () => Promise.reject(new TypeError('no')) })
    await expect(tellDevice('a', 'b', 'c')).resolves.toBeUndefined()
    vi.stubGlobal('Notification', undefined)
    await expect(tellDevice('a', 'b', 'c')).resolves.toBeUndefined()
    expect(() => mayTell()).not.toThrow()
  })
})
