import type { Server, Socket } from 'node:net'
import { connect, createServer } from 'node:net'

/** Stands between a server and its database, and can be cut, frozen and away. */
export class Proxy {
  private server: Server | null = null
  private readonly pairs = new Set<[Socket, Socket]>()
  private frozen = false

  constructor(
    private readonly to: URL,
    readonly port: number,
  ) {}

  /** The address of the database through it. */
  get url(): string {
    const url = new URL(this.to)
    url.port = String(this.port)
    url.hostname = '127.0.0.1'
    return url.href
  }

  open(): Promise<void> {
    this.server = createServer(near => {
      const far = connect(Number(this.to.port), this.to.hostname)
      const pair: [Socket, Socket] = [near, far]
      this.pairs.add(pair)
      if (this.frozen) this.hold(pair)
      else this.join(pair)
      for (const [one, other] of [pair, [far, near] as const]) {
        one.on('error', () => {})
        one.on('close', () => {
          other.destroy()
          this.pairs.delete(pair)
        })
      }
    })
    return new Promise(done => this.server!.listen(this.port, '127.0.0.1', done))
  }

  /** Ends every connection, as a database that dies; new ones are taken. */
  cut(): void {
    for (const [near] of this.pairs) near.destroy()
  }

  /** Nothing gets through any more, and nothing is refused. */
  freeze(): void {
    this.frozen = true
    for (const pair of this.pairs) this.hold(pair)
  }

  thaw(): void {
    this.frozen = false
    for (const pair of this.pairs) this.join(pair)
  }

  /** No connections any more. */
  async close(): Promise<void> {
    this.cut()
    await new Promise(done => (this.server ? this.server.close(done) : done(null)))
    this.server = null
  }

  private join([near, far]: [Socket, Socket]): void {
    near.pipe(far)
    far.pipe(near)
  }

  private hold([near, far]: [Socket, Socket]): void {
    near.unpipe(far)
    far.unpipe(near)
    near.pause()
    far.pause()
  }
}
