export * from './stub'
export * from './overflowHead'
export * from './siphon'
export * from './soak'
