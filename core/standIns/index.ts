export * from './chance'
export * from './reality'
export * from './weatherService'
export * from './lessons'
