import 'fake-indexeddb/auto'
import { afterEach, expect, it, vi } from 'vitest'

afterEach(() => {
  vi.useRealTimers()
  vi.restoreAllMocks()
})

it('a store that never opens is given up after a while, and tried anew with the next call', async () => {
  vi.resetModules()
  const { browserStore } = await import('./browser-store')
  vi.useFakeTimers({ toFake: ['setTimeout'] })
  // A request to which nothing ever comes, as where another process of the browser has hung itself up.
  const silent = { value: () => {} }
  const never = Object.create(IDBOpenDBRequest.prototype, {
    addEventListener: silent,
    removeEventListener: silent,
  }) as IDBOpenDBRequest
  const open = vi.spyOn(indexedDB, 'open').mockReturnValue(never)
  const waiting = browserStore.waiting('shot0001').catch((error: Error) => error.message)
  let told: unknown = null
  void waiting.then(out => (told = out))
  await vi.advanceTimersByTimeAsync(3900)
  expect(told).toBeNull()
  await vi.advanceTimersByTimeAsync(200)
  expect(await waiting).toMatch(/does not open/)
  open.mockRestore()
  vi.useRealTimers()
  expect(await browserStore.waiting('shot0001')).toEqual([])
})
