import { byName } from '#core/basic'
import type { ProductionInList, ShotInList } from '#core/document'

export type Order = 'name' | 'changed' | 'length'
export const ORDERS: readonly { readonly value: Order; readonly name: string }[] = [
  { value: 'name', name: 'by name' },
  { value: 'changed', name: 'changed last first' },
  { value: 'length', name: 'longest first' },
]

const seconds = ({ length, rate }: ShotInList): number => (length * rate.den) / rate.num
const COMPARE: Readonly<Record<Order, (a: ShotInList, b: ShotInList) => number>> = {
  name: byName,
  changed: (a, b) => b.updatedAt.localeCompare(a.updatedAt) || byName(a, b),
  length: (a, b) => seconds(b) - seconds(a) || byName(a, b),
}

/** What is typed and what is written count as alike in small letters and without accents. */
const plain = (text: string): string => text.normalize('NFD').replace(/\p{M}/gu, '').toLowerCase()

/**
 * Productions with their shots in an order; with something typed only the shots in whose name, or whose production's
 * name, each word of it stands. The production with the shot that comes first stands first where the order is no name's.
 */
export function listed(
  productions: readonly ProductionInList[],
  { typed, order }: { typed: string; order: Order },
): ProductionInList[] {
  const words = plain(typed).split(/\s+/).filter(Boolean)
  const fits = (p: ProductionInList, s: ShotInList): boolean => {
    const text = plain(`${s.name} ${p.name}`)
    return words.every(w => text.includes(w))
  }
  const compare = COMPARE[order]
  const found = productions
    .map(p => ({ ...p, shots: p.shots.filter(s => fits(p, s)).sort(compare) }))
    .filter(p => p.shots.length)
  return found.sort((a, b) => (order === 'name' ? byName(a, b) : compare(a.shots[0]!, b.shots[0]!)))
}

/** The shots opened last, newest first, as far as they are in the list. */
export function openedLast(productions: readonly ProductionInList[], ids: readonly string[]): ShotInList[] {
  const byId = new Map(productions.flatMap(p => p.shots.map(s => [s.id, s] as const)))
  return ids.flatMap(id => byId.get(id) ?? [])
}

/** A name that is free: the one that is wanted, else with the next number behind it. */
export function freeName(wanted: string, names: Iterable<string>): string {
  const taken = new Set(names)
  if (!taken.has(wanted)) return wanted
  const [, bare, number] = /^(.*?)(?: (\d{1,4}))?$/.exec(wanted)!
  for (let n = Number(number ?? 1) + 1; ; n++) {
    const behind = ` ${n}`
    const name = `${bare!.slice(0, 80 - behind.length)}${behind}`
    if (!taken.has(name)) return name
  }
}

/** A name for a shot, free in a production by its name, whatever the shot itself is called there. */
export function freeIn(productions: readonly ProductionInList[], production: string, wanted: string, own = ''): string {
  const there = productions.find(p => p.name === production.trim())?.shots ?? []
  return freeName(
    wanted.trim(),
    there.filter(s => s.id !== own).map(s => s.name),
  )
}
