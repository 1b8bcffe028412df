export * from './finding'
export * from './mouths'
