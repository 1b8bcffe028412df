export * from './colours'
export * from './hash'
export * from './schemas'
export * from './words'
