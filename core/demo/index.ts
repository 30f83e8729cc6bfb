export * from './jobs'
export * from './newJob'
