import { getQuery } from 'h3'
import { api } from '../../http/api'
import { shelfQuery } from '../../http/forms'
import { database } from '../../db/connection'
import { parsed } from '../../problems/problem'
import { listShelf } from '../../shots/shelf'

export default api(async event => listShelf(database(), parsed(shelfQuery, getQuery(event))))
