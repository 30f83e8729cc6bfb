export * from './jobs'
export * from './newJob'
export * from './demoLog'
