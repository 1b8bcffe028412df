/** The name a new shot has to begin with: the next ten after the highest number that names begin with, "010" at first. */
export function nextName(names: readonly string[]): string {
  const numbers = names.map(n => Number(/^\d{1,4}(?=\D|$)/.exec(n.trim())?.[0] ?? 0))
  return String((Math.floor(Math.max(0, ...numbers) / 10) + 1) * 10).padStart(3, '0')
}
