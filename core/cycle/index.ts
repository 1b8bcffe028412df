export * from './meet'
export * from './plan'
export * from './stride'
export * from './wave'
