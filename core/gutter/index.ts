export * from './capacity'
export * from './outletShares'
