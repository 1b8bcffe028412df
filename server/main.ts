import '#nitro-internal-pollyfills'
import type { Socket } from 'node:net'
import { createServer, STATUS_CODES } from 'node:http'
import { toNodeListener } from 'h3'
import { useNitroApp } from 'nitropack/runtime'
import { Problem } from './problems/problem'
import { endStreams } from './http/stream'
import { settings } from './settings/settings'
import { log } from './watch/log'

/** A head that is not there by then is given up; a whole request has as long as the longest answer. */
const HEAD_MS = 15_000
const REQUEST_MS = 600_000
const MOST_HEAD_BYTES = 16 * 1024

function serve(): void {
  const { host, port, endMs } = settings()
  const nitro = useNitroApp()
  const server = createServer(
    {
      headersTimeout: HEAD_MS,
      requestTimeout: REQUEST_MS,
      connectionsCheckingInterval: 5000,
      maxHeaderSize: MOST_HEAD_BYTES,
      // Longer than proxies keep theirs, so that they do not meet a connection that is just closing.
      keepAliveTimeout: 75_000,
      // A request without a host is refused at the door, in words.
      requireHostHeader: false,
    },
    toNodeListener(nitro.h3App),
  )
  server.on('clientError', (error: NodeJS.ErrnoException, socket: Socket) => refuse(socket, problemOf(error)))
  server.on('error', error => {
    log.fatal({ fault: error.message }, 'cannot serve')
    process.exit(1)
  })
  server.listen({ host, port }, () => log.info({ address: server.address() }, 'serving'))
  let ending = false
  const end = () => {
    if (ending) return
    ending = true
    log.info('ending')
    const done = new Promise(r => server.close(r))
    endStreams()
    // Those whose answer is done, now and in a moment.
    const sweep = setInterval(() => server.closeIdleConnections(), 50)
    const late = new Promise(r => setTimeout(r, endMs))
    void Promise.race([done, late])
      .then(() => {
        clearInterval(sweep)
        server.closeAllConnections()
      })
      .then(() => Promise.race([nitro.hooks.callHook('close'), new Promise(r => setTimeout(r, endMs))]))
      .catch((error: Error) => log.error({ fault: error.message }, 'while ending'))
      .finally(() => process.exit(0))
  }
  process.on('SIGTERM', end).on('SIGINT', end)
}

/** What cannot be read as a request at all never comes to the door. */
function problemOf({ code }: NodeJS.ErrnoException): Problem {
  if (code === 'HPE_HEADER_OVERFLOW')
    return new Problem(431, 'head-too-large', `The head of a request has at most ${MOST_HEAD_BYTES / 1024} kB.`)
  if (code === 'ERR_HTTP_REQUEST_TIMEOUT') return new Problem(408, 'too-slow', 'The rest of the request did not come.')
  return new Problem(400, 'not-http', 'This is not a request that can be read.')
}

function refuse(socket: Socket, { status, body }: Problem): void {
  if (!socket.writable) return void socket.destroy()
  const text = JSON.stringify(body)
  socket.end(
    `HTTP/1.1 ${status} ${STATUS_CODES[status]}\r\nContent-Type: application/problem+json\r\n` +
      `Content-Length: ${Buffer.byteLength(text)}\r\nConnection: close\r\nX-Content-Type-Options: nosniff\r\n\r\n${text}`,
  )
}

// A fault in one request does not end the others; it is told.
process.on('unhandledRejection', error => log.error({ err: error }, 'nobody waited for this'))
process.on('uncaughtException', error => log.error({ err: error }, 'nobody caught this'))
try {
  serve()
} catch (error) {
  log.fatal({ fault: (error as Error).message }, 'cannot serve')
  console.error((error as Error).message)
  process.exit(1)
}
