export * from './outline'
export * from './stroke'
