export * from './network'
export * from './runStorm'
export * from './upstream'
export * from './whatIf'
