import { api } from '../http/api'
import { Problem } from '../http/problem'

/** What no other route answers. */
export default api(() => Promise.reject(new Problem(404, 'no-route', 'There is nothing at this address.')))
