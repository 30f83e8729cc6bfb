export * from './cures'
export * from './offers'
