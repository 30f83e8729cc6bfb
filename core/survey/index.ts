export * from './guesses'
export * from './measures'
