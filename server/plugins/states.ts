import { job } from '../jobs/pool'
import { wholeStates } from '../commits/commit'
import { log } from '../watch/log'

/** Keeps a whole document now and then, beside the work: nobody waits for it, and where it fails the next is as good. */
export default defineNitroPlugin(() => {
  wholeStates.on('due', id => {
    job('state.regular', { id }).catch((error: Error) =>
      log.warn({ shot: id, fault: error.message }, 'an earlier state was not kept'),
    )
  })
})
