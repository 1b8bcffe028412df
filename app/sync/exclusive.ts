/**
 * Does work that one window of the profile should do at a time. Where the browser has no locks (it has them on secure
 * pages only) it is done all the same: what is sent twice is told as done the second time, so that is only more traffic.
 */
export async function exclusive(name: string, work: () => Promise<void>): Promise<void> {
  const { locks } = (globalThis.navigator ?? {}) as { locks?: LockManager }
  if (!locks) return work()
  let begun = false
  try {
    await locks.request(name, () => {
      begun = true
      return work()
    })
  } catch (error) {
    // Locks can be there and refused (in a frame of another site, by a setting).
    if (begun) throw error
    await work()
  }
}
