import { api } from '../../http/api'
import { bodyJson } from '../../http/body'
import { MOST_SAID, sayBody } from '../../http/forms'
import { database } from '../../db/connection'
import { parsed } from '../../problems/problem'
import { keepPronunciation } from '../../shots/pronunciations'

/** Keeps how a production says a word, or forgets it. */
export default api(async event => keepPronunciation(database(), parsed(sayBody, await bodyJson(event, MOST_SAID))))
