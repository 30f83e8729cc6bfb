export * from './jobReferenceProblems'
export * from './waterPath'
