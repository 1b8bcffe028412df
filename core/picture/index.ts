export * from './layers'
export * from './marks'
export * from './tones'
