export * from './bars'
export * from './content'
export * from './passes'
