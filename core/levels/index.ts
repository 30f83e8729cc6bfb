export * from './cutMarks'
export * from './headLedger'
export * from './heights'
