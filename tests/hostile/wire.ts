import { connect } from 'node:net'
import { request as httpRequest } from 'node:http'

/** A request as it goes over the wire, with a head of its own choosing. */
export interface Sent {
  readonly method: string
  readonly path: string
  readonly headers?: Readonly<Record<string, string>>
  readonly body?: Uint8Array | string
}
export interface Heard {
  /** Null where the connection ended without an answer. */
  readonly status: number | null
  readonly type: string
  readonly text: string
}

const nobody = (text: string): Heard => ({ status: null, type: '', text })

/** Sends a request and gives what comes back; the rest of a body is not sent when the answer comes before its end. */
export function send(port: number, { method, path, headers = {}, body }: Sent, patienceMs = 60_000): Promise<Heard> {
  return new Promise(done => {
    const request = httpRequest(
      { host: '127.0.0.1', port, method, path, setHost: false, agent: false, headers },
      response => {
        const parts: Buffer[] = []
        const end = () => {
          done({
            status: response.statusCode ?? null,
            type: response.headers['content-type'] ?? '',
            text: Buffer.concat(parts).toString('utf8'),
          })
          request.destroy()
        }
        response.on('data', (p: Buffer) => parts.push(p))
        response.on('end', end)
        response.on('error', end)
        // A stream of events has no end: its head is enough.
        if (response.headers['content-type'] === 'text/event-stream') end()
      },
    )
    request.setTimeout(patienceMs, () => request.destroy(new Error('no answer in time')))
    request.on('error', (error: Error) => done(nobody(error.message)))
    if (body === undefined) request.end()
    else request.end(body)
  })
}

/** Sends bytes that need not be a request at all, and gives the answer when the connection ends or is silent. */
export function sendRaw(port: number, bytes: string | Uint8Array, patienceMs = 40_000): Promise<Heard> {
  return new Promise(done => {
    let text = ''
    const socket = connect(port, '127.0.0.1')
    const end = () => {
      socket.destroy()
      const status = Number(/^HTTP\/1\.1 (\d{3})/.exec(text)?.[1]) || null
      done({ status, type: /content-type: ([^\r]+)/i.exec(text)?.[1] ?? '', text: text.split('\r\n\r\n')[1] ?? '' })
    }
    socket.setTimeout(patienceMs, end)
    socket.on('data', part => (text += part.toString('latin1')))
    socket.on('close', end)
    socket.on('error', () => {})
    socket.write(bytes)
  })
}
