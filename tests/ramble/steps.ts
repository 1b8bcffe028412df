import type { Chance } from '../../core/commands/made-up.test-helper'
import { chanceFrom } from '../../core/commands/made-up.test-helper'

export const AREAS = ['sheet', 'rail', 'picture', 'poses'] as const
export type Area = (typeof AREAS)[number]
/** A place in an area, as shares of its width and height. */
export interface Spot {
  readonly area: Area
  readonly x: number
  readonly y: number
}

/**
 * One thing a person does, or that happens to them. Where it names one of several things on the page it holds a number
 * from 0 to 1, so that the same steps can be done again on whatever is there.
 */
export type Step = { readonly window: number } & (
  | { readonly kind: 'key'; readonly key: string }
  | { readonly kind: 'click'; readonly at: Spot; readonly twice: boolean; readonly held: string | null }
  | { readonly kind: 'drag'; readonly at: Spot; readonly to: Spot; readonly held: string | null }
  | { readonly kind: 'wheel'; readonly at: Spot; readonly by: number }
  | { readonly kind: 'button'; readonly which: number }
  | { readonly kind: 'type'; readonly which: number; readonly text: string }
  | { readonly kind: 'select'; readonly which: number; readonly option: number }
  | { readonly kind: 'menu'; readonly at: Spot }
  | { readonly kind: 'undo' | 'redo' | 'reload' | 'close' | 'kill' }
)

const KEYS = [
  ...'abcdefghijklmnopqrstuvwxyz0123456789+-.,/\\[]'.split(''),
  'ArrowUp',
  'ArrowDown',
  'ArrowLeft',
  'ArrowRight',
  'Home',
  'End',
  'PageUp',
  'PageDown',
  'Space',
  'Enter',
  'Escape',
  'Delete',
  'Backspace',
  'Tab',
]
/** Keys that the browser itself would take. */
const BROWSERS = /^(Control|Alt)\+([a-z0-9]|Arrow|Home|Space|Enter|Tab|F)/
const OURS = new Set(['Control+c', 'Control+v', 'Control+x', 'Control+a', 'Control+d', 'Alt+g'])
const TEXTS = ['12', '3', '0', '-4', '1:00', '2.5 s', '24', '99999999', 'abc', '', '½', '<b>', '7', '13a', ' ', '1e9']

const KINDS: readonly [weight: number, kind: Step['kind']][] = [
  [26, 'key'],
  [14, 'click'],
  [18, 'drag'],
  [4, 'wheel'],
  [16, 'button'],
  [5, 'type'],
  [4, 'select'],
  [2, 'menu'],
  [7, 'undo'],
  [4, 'redo'],
  [0.6, 'reload'],
  [0.4, 'close'],
  [0.3, 'kill'],
]
const ALL = KINDS.reduce((sum, [w]) => sum + w, 0)

/** The steps of a seed, without end. */
export function* stepsOf(seed: number, windows: number): Generator<Step> {
  const chance = chanceFrom(seed)
  for (;;) yield step(chance, windows)
}

function step(chance: Chance, windows: number): Step {
  const window = Math.floor(chance() * windows)
  let at = chance() * ALL
  const kind = KINDS.find(([w]) => (at -= w) < 0)?.[1] ?? 'key'
  return { window, ...details(kind, chance) } as Step
}

const oneOf = <T>(list: readonly T[], chance: Chance): T => list[Math.floor(chance() * list.length)]!

function spot(chance: Chance, area = oneOf(AREAS, chance)): Spot {
  return { area, x: round(chance()), y: round(chance()) }
}
const round = (n: number): number => Math.round(n * 1000) / 1000
const held = (chance: Chance): string | null => (chance() < 0.25 ? oneOf(['Shift', 'Alt', 'Control'], chance) : null)

function details(kind: Step['kind'], chance: Chance): object {
  switch (kind) {
    case 'key':
      return { kind, key: key(chance) }
    case 'click':
      return { kind, at: spot(chance), twice: chance() < 0.1, held: held(chance) }
    case 'drag': {
      const at = spot(chance)
      return { kind, at, to: spot(chance, chance() < 0.9 ? at.area : undefined), held: held(chance) }
    }
    case 'wheel':
      return { kind, at: spot(chance), by: Math.round((chance() - 0.5) * 600) }
    case 'button':
      return { kind, which: chance() }
    case 'type':
      return { kind, which: chance(), text: oneOf(TEXTS, chance) }
    case 'select':
      return { kind, which: chance(), option: chance() }
    case 'menu':
      return { kind, at: spot(chance) }
    default:
      return { kind }
  }
}

function key(chance: Chance): string {
  const plain = oneOf(KEYS, chance)
  const n = chance()
  if (n < 0.7) return plain
  const with_ = n < 0.85 ? `Shift+${plain}` : n < 0.93 ? `Control+${plain}` : `Alt+${plain}`
  return BROWSERS.test(with_) && !OURS.has(with_) ? plain : with_
}
