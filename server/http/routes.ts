/** A route as the build lists them: `/api/shots/:id/commands` and a method in lower case. */
interface Route {
  readonly route?: string
  readonly method?: string
}

const segments = (path: string): string[] => path.split('?', 1)[0]!.split('/')

/** For an address, the methods that the routes at it take, in capitals; none where there is no route. */
export function routesOf(all: readonly Route[]): (path: string) => readonly string[] {
  const byLength = new Map<number, { own: string[]; methods: string[] }[]>()
  for (const { route = '', method } of all) {
    if (!method || !route.startsWith('/api/')) continue
    const own = segments(route)
    const methods = method === 'get' ? ['GET', 'HEAD'] : [method.toUpperCase()]
    byLength.set(own.length, [...(byLength.get(own.length) ?? []), { own, methods }])
  }
  return path => {
    const given = segments(path)
    const there = byLength.get(given.length)?.filter(r => r.own.every((s, i) => s === given[i] || fits(s, given[i]!)))
    return there ? [...new Set(there.flatMap(r => r.methods))].sort() : []
  }
}

/** A named part of an address stands for anything but nothing. */
const fits = (segment: string, given: string): boolean => segment.startsWith(':') && given !== ''
