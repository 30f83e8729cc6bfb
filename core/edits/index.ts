export * from './schemeEdits'
