export * from './answers'
export * from './requests'
