import { expose } from 'comlink'
import { matchOf } from '#core/tie'

const api = { matchOf }
export type MatchWorker = typeof api

expose(api)
