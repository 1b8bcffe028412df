import { answerProblem } from '../http/api'
import { checks } from '../http/checks'

/**
 * The door: every request comes in here, and nothing goes round it, for it is what the server calls. It runs the checks
 * and lets requests of the API go straight to their routes, past the hooks that are there for pages only.
 */
export default defineNitroPlugin(({ h3App, router }) => {
  const pages = h3App.handler
  h3App.handler = Object.assign(async (event: Parameters<typeof pages>[0]) => {
    for (const check of checks) {
      const refused = check(event)
      if (refused) return answerProblem(event, refused)
    }
    return event.path.startsWith('/api/') ? router.handler(event) : pages(event)
  }, pages)
})
