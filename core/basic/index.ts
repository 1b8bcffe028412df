export * from './words'
