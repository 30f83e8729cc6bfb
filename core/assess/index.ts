export * from './assess'
export * from './rainFacts'
