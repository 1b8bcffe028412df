import type { IncomingMessage } from 'node:http'
import { settings } from '../settings/settings'

const LOOPBACK = /^(::1|::ffff:127\.|127\.)/

/**
 * The address of who asks. Where a proxy asks that is ours (on this machine, or named in FINTRO_PROXIES), the last one
 * that it names: what stands before it anyone could have written.
 */
export function clientOf({ socket, headers }: IncomingMessage): string {
  const peer = (socket.remoteAddress ?? '').replace(/^::ffff:/, '')
  const through = headers['x-forwarded-for']
  if (!through || !(LOOPBACK.test(peer) || settings().proxies.has(peer))) return peer
  return String(through).split(',').at(-1)!.trim() || peer
}
