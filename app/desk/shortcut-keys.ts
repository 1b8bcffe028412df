import type { Action } from './action'
import { keyCaps } from './key-caps'

/** Keys of actions that are other than theirs, by id; an empty list is an action without keys. */
export type Changed = Readonly<Record<string, readonly string[]>>
/** What of an action its keys depend on. */
type Keyed = Pick<Action, 'id' | 'keys' | 'name'>

const MODIFIERS = ['$mod', 'Alt', 'Shift'] as const
const BARE = ['Control', 'Shift', 'Alt', 'Meta', 'AltGraph', 'CapsLock', 'NumLock', 'Dead', 'Process', 'Unidentified']
/** With Ctrl these are the browser's own: tabs, windows, pages, finding, saving, printing, the text on the page. */
const BROWSER = 'ADEFHJKLNOPRSTUW'

/** A key in one spelling, so that two that are pressed alike are equal: "h" for "KeyH", "Shift+Slash" for "?". */
export function sameKey(key: string): string {
  if (key === '?') return 'Shift+slash'
  const parts = key.split('+')
  const last = parts.pop()!.replace(/^Key(?=[A-Z]$)/, '')
  const held = parts.map(p => (p === 'Control' || p === 'Meta' ? '$mod' : p))
  return [...MODIFIERS.filter(m => held.includes(m)), last.toLowerCase()].join('+')
}

/**
 * A press as it is written for an action: letters by what they write, so that they follow the keyboard's language;
 * everything else, and letters with Alt, which may write another sign, by the place of the key. Null where only
 * Shift, Ctrl or Alt is down.
 */
export function pressedKey(
  e: Pick<KeyboardEvent, 'key' | 'code' | 'ctrlKey' | 'metaKey' | 'altKey' | 'shiftKey'>,
): string | null {
  if (BARE.includes(e.key) || !e.code) return null
  const letter = !e.altKey && /^\p{L}$/u.test(e.key)
  const held = [(e.ctrlKey || e.metaKey) && '$mod', e.altKey && 'Alt', e.shiftKey && 'Shift']
  const plain = letter && !e.ctrlKey && !e.metaKey
  const key = plain ? (e.shiftKey ? e.key.toUpperCase() : e.key.toLowerCase()) : e.code
  return [...held.filter(h => h !== false), key].join('+')
}

/** Why a key can be no shortcut, in words; '' where it can. */
export function refusedKey(key: string): string {
  const same = sameKey(key)
  const last = same.split('+').at(-1)!
  const cap = keyCaps(key).join(' ')
  if (last === 'escape') return 'Esc always leaves what is under way.'
  if (last === 'tab') return 'Tab always goes to the next control.'
  if (/^f\d+$/.test(last)) return `${cap} belongs to the browser or the system.`
  if (same.startsWith('$mod+') && !same.includes('Alt') && BROWSER.includes(last.toUpperCase()) && last.length === 1)
    return `${cap} belongs to the browser.`
  return ''
}

/** True for a letter, digit or sign alone or with Shift (the single keys of WCAG 2.2, 2.1.4). */
export const isSingle = (key: string): boolean =>
  key === '?' ||
  (!/^(\$mod|Alt|Control|Meta)\+/.test(key) &&
    /^(.|Key.|Digit.|Equal|Minus|Slash|Comma|Period|Quote|Back(quote|slash)|Semicolon|Bracket(Left|Right)|Numpad(?!Enter).+|Intl.+)$/u.test(
      key.split('+').at(-1)!,
    ))

/** True for a key that is written by what it writes, not by its place. */
const isLetter = (key: string): boolean => /(^|\+).$/u.test(key)

/** The keys that an action has now. */
export const keysNow = (action: Keyed, changed: Changed): readonly string[] => changed[action.id] ?? action.keys

/**
 * What each key means, the one that comes first where it can be done before the other. What is written by its letter
 * stands before what is written by the place of its key.
 */
export function meanings<A extends Pick<Action, 'first'>>(
  actions: readonly A[],
  keysOf: (action: A) => readonly string[],
): [key: string, meant: A[]][] {
  const all = actions.map(action => ({ action, keys: keysOf(action), same: keysOf(action).map(sameKey) }))
  const keys = [...new Set(all.flatMap(a => a.keys))].sort((a, b) => Number(isLetter(b)) - Number(isLetter(a)))
  return keys.map(key => {
    const meant = all.filter(a => a.same.includes(sameKey(key))).map(a => a.action)
    return [key, meant.sort((a, b) => Number(b.first ?? false) - Number(a.first ?? false))]
  })
}

/** Pairs of ids that share a key on purpose: what comes first where it can be done. */
const pair = (a: string, b: string): string => [a, b].sort().join(' ')

/** Which actions have a key that another has too, other than on purpose: by id, the others. */
export function clashes<A extends Keyed>(actions: readonly A[], changed: Changed): Map<string, A[]> {
  const meant = new Set(sharing(actions, {}).map(([a, b]) => pair(a.id, b.id)))
  const out = new Map<string, A[]>()
  const add = (one: A, other: A) => out.set(one.id, [...new Set([...(out.get(one.id) ?? []), other])])
  for (const [a, b] of sharing(actions, changed)) {
    if (meant.has(pair(a.id, b.id))) continue
    add(a, b)
    add(b, a)
  }
  return out
}

/** All pairs of actions that have a key in common. */
function sharing<A extends Keyed>(actions: readonly A[], changed: Changed): [A, A][] {
  const by = new Map<string, A[]>()
  for (const a of actions)
    for (const key of new Set(keysNow(a, changed).map(sameKey))) by.set(key, [...(by.get(key) ?? []), a])
  return [...by.values()].flatMap(list => list.flatMap((a, i) => list.slice(i + 1).map((b): [A, A] => [a, b])))
}

/** What was remembered, as far as it is of use: lists of keys that can be shortcuts, of actions that there are. */
export function readChanged(kept: unknown, actions: readonly Keyed[]): Changed {
  if (typeof kept !== 'object' || kept === null) return {}
  const all = kept as Record<string, unknown>
  const usable = (k: unknown): k is string => typeof k === 'string' && /^\S{1,40}$/.test(k) && !refusedKey(k)
  return Object.fromEntries(
    actions.flatMap(a => {
      const keys = Object.hasOwn(all, a.id) ? all[a.id] : null
      return Array.isArray(keys) && keys.every(usable) ? [[a.id, keys]] : []
    }),
  )
}
