export * from './answers'
export * from './living'
export * from './requests'
export * from './survey'
