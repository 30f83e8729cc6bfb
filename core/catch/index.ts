export * from './expectedFlow'
export * from './hoseFlow'
export * from './intakeLimits'
export * from './designFlow'
