export * from './dailyDemand'
export * from './tapFlow'
