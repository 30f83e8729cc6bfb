export * from './answers'
export * from './living'
export * from './requests'
