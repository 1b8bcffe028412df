import { getQuery } from 'h3'
import { api } from '../../http/api'
import { listQuery } from '../../http/forms'
import { database } from '../../db/connection'
import { parsed } from '../../problems/problem'
import { listShots } from '../../shots/list'

export default api(async event => listShots(database(), parsed(listQuery, getQuery(event))))
