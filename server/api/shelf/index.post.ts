import { api } from '../../http/api'
import { bodyJson } from '../../http/body'
import { keepBody, MOST_SHELVED } from '../../http/forms'
import { database } from '../../db/connection'
import { parsed } from '../../problems/problem'
import { keepThing } from '../../shots/shelf'

/** Puts something on the shelf of a production. */
export default api(async event => keepThing(database(), parsed(keepBody, await bodyJson(event, MOST_SHELVED))))
