export * from './covers'
export * from './planArea'
export * from './runoff'
