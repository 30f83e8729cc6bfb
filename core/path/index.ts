export * from './jobTies'
export * from './waterPath'
