/** How long something takes, ms. */
export function timed(does: () => void): number {
  const began = performance.now()
  does()
  return performance.now() - began
}
