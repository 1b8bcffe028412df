import { readdirSync, readFileSync } from 'node:fs'
import { createPinia, setActivePinia } from 'pinia'
import { expect, it } from 'vitest'
import { actions } from './actions'
import type { Action } from './desk/action'
import { useDesk } from './desk/desk'
import { usePointed } from './desk/pointed'
import { keyCaps } from './desk/key-caps'

const caps = (list: readonly Pick<Action, 'keys'>[]): string[] => list.flatMap(a => a.keys.map(k => k.toUpperCase()))
const keys = caps(actions)

it('no key does two things, and no action stands twice', () => {
  // What comes first where it can be done shares its keys on purpose, with one other at most.
  setActivePinia(createPinia())
  for (const at of ['sheet', 'drawing', 'tray', 'picture', 'reading'] as const) {
    // By where one last pointed a key can mean different things.
    usePointed().at = at
    usePointed().copied = at === 'picture' ? 'art' : 'frames'
    const meant = actions.map(a => ({ ...a, keys: a.keys.filter(k => a.when?.(useDesk(), k) ?? true) }))
    for (const list of [meant.filter(a => !a.first), meant.filter(a => a.first)].map(caps))
      expect(list.filter((k, i) => list.indexOf(k) !== i)).toEqual([])
  }
  expect(new Set(actions.map(a => a.id)).size).toBe(actions.length)
  expect(new Set(actions.map(a => a.name)).size).toBe(actions.length)
})
it("leaves the browser's own keys alone", () => {
  const browsers = ['L', 'T', 'W', 'N', 'R', 'F', 'P', 'S', 'O', 'K', 'E', 'D', 'J', 'H', 'A'].flatMap(k => [
    `$MOD+${k}`,
    `$MOD+KEY${k}`,
    `$MOD+SHIFT+KEY${k}`,
  ])
  expect(keys.filter(k => browsers.includes(k) || /^F\d+$/.test(k) || k === 'TAB')).toEqual([])
})
it('writes keys as on their caps', () => {
  expect(keyCaps('$mod+Shift+KeyZ')).toEqual(['Ctrl', 'Shift', 'Z'])
  expect(keyCaps('Shift+Slash')).toEqual(['?'])
  expect(keyCaps('Alt+ArrowUp')).toEqual(['Alt', '↑'])
  expect(keyCaps('n')).toEqual(['N'])
})

it('tooltips name keys by their action, so that a changed key is told', () => {
  const files = readdirSync('app', { recursive: true, encoding: 'utf8' }).filter(
    f => /\.(vue|ts)$/.test(f) && !/test/.test(f),
  )
  const texts = files.map(f => [f, readFileSync(`app/${f}`, 'utf8')] as const)
  const ids = texts.flatMap(([, t]) =>
    [...t.matchAll(/withKey\((?:[^()]|\([^()]*\))*?, '([\w-]+)',?\s*\)/g)].map(m => m[1]!),
  )
  expect(ids.length).toBeGreaterThan(40)
  expect(ids.filter(id => !actions.some(a => a.id === id))).toEqual([])
  const written = /title[=:]\s*["'`][^"'`]*\(((Ctrl|Alt|Shift) )*([A-Z0-9]|Home|End|Del|Insert|Space|[/?;[\]\\])\)/
  expect(texts.filter(([, t]) => written.test(t)).map(([f]) => f)).toEqual([])
})
