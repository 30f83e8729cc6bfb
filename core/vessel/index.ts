export * from './catalogue'
export * from './levelVolume'
export * from './load'
export * from './usable'
