import type { Socket } from 'node:net'
import { connect } from 'node:net'

/**
 * Posts JSON over one HTTP connection that stays open, one request after the other. It does next to nothing besides, so
 * that a measurement is of the server. Answers need a content-length.
 */
export class ThinClient {
  private readonly socket: Socket
  private heard: Buffer = Buffer.alloc(0)
  private done: ((answer: unknown) => void) | null = null
  private fail: ((error: Error) => void) | null = null

  constructor(
    private readonly host: string,
    private readonly port: number,
  ) {
    this.socket = connect(port, host).setNoDelay(true)
    this.socket.on('data', part => this.hear(part))
    this.socket.on('error', error => this.fail?.(error))
    this.socket.on('close', () => this.fail?.(new Error('The server closed the connection.')))
  }

  post(path: string, body: unknown): Promise<unknown> {
    const text = JSON.stringify(body)
    return new Promise((done, fail) => {
      this.done = done
      this.fail = fail
      this.socket.write(`${this.head(path)}\r\nContent-Length: ${Buffer.byteLength(text)}\r\n\r\n${text}`)
    })
  }

  private head(path: string): string {
    const { host, port } = this
    return [
      `POST ${path} HTTP/1.1`,
      `Host: ${host}:${port}`,
      `Origin: http://${host}:${port}`,
      'Content-Type: application/json',
    ].join('\r\n')
  }

  close(): void {
    this.fail = null
    this.socket.end()
  }

  private hear(part: Buffer): void {
    this.heard = this.heard.length ? Buffer.concat([this.heard, part]) : part
    const end = this.heard.indexOf('\r\n\r\n')
    if (end < 0) return
    const length = /content-length: (\d+)/i.exec(this.heard.toString('latin1', 0, end))
    if (!length) return this.fail?.(new Error('The answer came without a content-length.'))
    const whole = end + 4 + Number(length[1])
    if (this.heard.length < whole) return
    const text = this.heard.toString('utf8', end + 4, whole)
    this.heard = this.heard.subarray(whole)
    this.done?.(JSON.parse(text))
  }
}
