import { api } from '../http/api'

/** Alive: this process answers. It asks nobody else; /api/ready does. */
export default api(async () => ({ ok: true }))
