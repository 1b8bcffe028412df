export * from './loudness'
export * from './peaks'
