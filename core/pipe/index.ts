export * from './friction'
export * from './outlet'
export * from './verticalPipe'
export * from './outletSchools'
