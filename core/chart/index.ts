export * from './recipe'
export * from './spacing'
