export * from './edits'
export * from './runs'
export * from './summary'
