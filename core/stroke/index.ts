export * from './outline'
export * from './stroke'
export * from './edit'
export * from './flood'
