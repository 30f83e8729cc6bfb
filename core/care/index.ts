export * from './calendar'
export * from './seasons'
export * from './tasks'
