/** Under which addresses people reach this server. */
interface Host {
  readonly scheme: 'http' | 'https'
  /** A name or an address in lower case, without a port; `*` for any. */
  readonly name: string
  /** Null for any. */
  readonly port: string | null
}
export type Hosts = readonly Host[]

/** A host as it stands in a request: a name, an IPv4 or a bracketed IPv6 address, and a port. */
const HOST = /^(\[[0-9a-f:.]+\]|[a-z0-9](?:[a-z0-9._-]*[a-z0-9])?|\*)(?::(\d{1,5}))?$/
const LOOPBACK = ['localhost', '127.0.0.1', '[::1]']
/** What one binds to for all of a machine's addresses is no address itself. */
const UNBOUND = new Set(['0.0.0.0', '::', '[::]', ''])

/** A list parted by commas or spaces. */
export const entriesOf = (list: string): string[] =>
  list
    .toLowerCase()
    .split(/[\s,]+/)
    .filter(Boolean)

/**
 * The hosts that are answered: loopback names, the address bound to, and a list such as
 * `https://fintro.studio.example, box:4310`. Without a scheme http is meant, without a port any. Throws a sentence.
 */
export function parseHosts(list: string, bound: string): Hosts {
  const own = UNBOUND.has(bound) ? [] : [bound.includes(':') && !bound.startsWith('[') ? `[${bound}]` : bound]
  const always = [...LOOPBACK, ...own].map(name => ({ scheme: 'http' as const, name: name.toLowerCase(), port: null }))
  const added = entriesOf(list).map(entry => {
    const [, scheme, rest] = /^(?:(https?):\/\/)?(.*?)\/?$/.exec(entry)!
    const [, name, port] = HOST.exec(rest!) ?? []
    if (!name)
      throw new Error(`FINTRO_HOSTS names ${entry}, which is no host. Give names such as https://fintro.example.`)
    return { scheme: scheme === 'https' ? ('https' as const) : ('http' as const), name, port: port ?? null }
  })
  return [...added, ...always]
}

/** The configured hosts that a request's Host header names; none where it is not answered here. */
export function hostsNamed(hosts: Hosts, header: string | undefined): Hosts {
  const [, name, port] = HOST.exec((header ?? '').toLowerCase()) ?? []
  if (!name || name === '*') return []
  return hosts.filter(h => (h.name === name || h.name === '*') && portFits(h, port))
}

const portFits = ({ scheme, port }: Host, given: string | undefined): boolean =>
  port === null || port === (given ?? (scheme === 'https' ? '443' : '80'))

/** True where an origin is that of our own pages: the same scheme, host and port as the request came to. */
export const isOurOrigin = (named: Hosts, header: string, origin: string): boolean =>
  named.some(({ scheme }) => {
    const own = `${scheme}://${header.toLowerCase()}`
    return URL.canParse(own) && new URL(own).origin === origin
  })
