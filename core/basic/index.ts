export * from './schemas'
export * from './words'
