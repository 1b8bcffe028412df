import { getQuery } from 'h3'
import { api } from '../../http/api'
import { sayQuery } from '../../http/forms'
import { database } from '../../db/connection'
import { parsed } from '../../problems/problem'
import { pronunciationsOf } from '../../shots/pronunciations'

export default api(async event => pronunciationsOf(database(), parsed(sayQuery, getQuery(event)).shot))
