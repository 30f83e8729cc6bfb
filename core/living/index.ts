export * from './living'
export * from './storeLife'
export * from './today'
export * from './figures'
