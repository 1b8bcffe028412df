export * from './ghosts'
