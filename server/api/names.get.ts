import { getQuery } from 'h3'
import { api } from '../http/api'
import { nameQuery } from '../http/forms'
import { database } from '../db/connection'
import { parsed } from '../problems/problem'
import { freeAmong } from '../shots/names'

/** A name for a shot that is free in a production. */
export default api(async event => freeAmong(database(), parsed(nameQuery, getQuery(event))))
