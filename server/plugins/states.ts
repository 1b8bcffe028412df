import { job } from '../jobs/pool'
import { many } from '../shots/commit'
import { log } from '../watch/log'

/** Keeps a whole document now and then, beside the work: nobody waits for it, and where it fails the next is as good. */
export default defineNitroPlugin(() => {
  many.on('due', id => {
    job('state.regular', { id }).catch((error: Error) =>
      log.warn({ shot: id, fault: error.message }, 'an earlier state was not kept'),
    )
  })
})
