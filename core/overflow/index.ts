export * from './stub'
