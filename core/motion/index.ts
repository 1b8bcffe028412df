export * from './arc'
export * from './vec'
