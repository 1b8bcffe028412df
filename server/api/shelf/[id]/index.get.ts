import { getQuery } from 'h3'
import { api, thingId } from '../../../http/api'
import { versionQuery } from '../../../http/forms'
import { database } from '../../../db/connection'
import { parsed } from '../../../problems/problem'
import { findThing } from '../../../shots/shelf'

export default api(async event => findThing(database(), thingId(event), parsed(versionQuery, getQuery(event)).version))
