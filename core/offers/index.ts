export * from './cures'
export * from './offers'
export * from './moves'
export * from './leaveReady'
