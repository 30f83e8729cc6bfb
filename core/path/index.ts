export * from './jobProblems'
export * from './waterPath'
