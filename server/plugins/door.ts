import { eventHandler } from 'h3'
import { answerProblem } from '../http/api'
import { checks } from '../http/checks'

/**
 * The door: the first thing every request meets. It runs the checks, and lets requests of the API go straight to their
 * routes, past what is there for pages only. Nothing goes round it: it stands first in the one list of handlers there is.
 */
export default defineNitroPlugin(({ h3App, router }) => {
  const door = eventHandler(event => {
    for (const check of checks) {
      const refused = check(event)
      if (refused) return answerProblem(event, refused)
    }
    return event.path.startsWith('/api/') ? router.handler(event) : undefined
  })
  h3App.stack.unshift({ route: '', handler: door })
})
