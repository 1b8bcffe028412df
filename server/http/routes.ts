/** A route as the build lists them: `/api/shots/:id/commands` and a method in lower case. */
interface Route {
  readonly route?: string
  readonly method?: string
}

const segments = (path: string): string[] => path.split('?', 1)[0]!.split('/').filter(Boolean)

/** The methods that the routes at an address take, in capitals; none where there is no route. */
export function methodsAt(routes: readonly Route[], path: string): string[] {
  const given = segments(path)
  const methods = routes.flatMap(({ route = '', method }) => {
    const own = segments(route)
    const fits = own.length === given.length && own.every((s, i) => s.startsWith(':') || s === given[i])
    if (!fits || !method) return []
    return method === 'get' ? ['GET', 'HEAD'] : [method.toUpperCase()]
  })
  return [...new Set(methods)].sort()
}
