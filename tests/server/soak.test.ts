import { expect, it } from 'vitest'
import { soak } from '../soak/soak'
import { Proxy } from '../support/proxy'
import { FintroServer, freePort, freshDatabase } from '../support/server'

it('two servers that are killed and cut off from their database lose nothing that they acknowledged', async () => {
  const { url, db, drop } = await freshDatabase()
  const proxy = new Proxy(new URL(url), await freePort())
  await proxy.open()
  const servers = [new FintroServer(proxy.url, await freePort()), new FintroServer(proxy.url, await freePort())]
  try {
    for (const server of servers) await server.start()
    const breaking = {
      kill: async (one: FintroServer) => {
        await one.kill('SIGKILL')
        await one.start('alive')
      },
      database: async () => proxy.cut(),
    }
    const { acknowledged, kills, ...faults } = await soak({ servers, db, breaking }, 5, 12_000)
    expect(faults).toMatchObject({ lost: 0, doubled: 0, unequal: 0, odd: [] })
    expect(acknowledged).toBeGreaterThan(50)
    expect(kills).toBeGreaterThan(0)
  } finally {
    for (const server of servers) await server.kill('SIGTERM')
    await proxy.close()
    await drop()
  }
}, 90_000)
