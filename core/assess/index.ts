export * from './assess'
export * from './rainFacts'
export * from './flushRoof'
