export * from './layers'
export * from './marks'
export * from './room'
export * from './tones'
