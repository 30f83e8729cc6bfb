export * from './demandEdits'
export * from './gutterEdits'
export * from './roofEdits'
export * from './schemeEdits'
