import { expect, it } from 'vitest'
import { clashes, isSingle, meanings, pressedKey, readChanged, refusedKey, sameKey } from './shortcut-keys'

const press = (key: string, code: string, held: string[] = []) =>
  pressedKey({
    ...{ key, code, ctrlKey: held.includes('Ctrl'), metaKey: held.includes('Meta') },
    ...{ altKey: held.includes('Alt'), shiftKey: held.includes('Shift') },
  })

it('writes a press by its letter, or by the place of its key', () => {
  expect(press('h', 'KeyH')).toBe('h')
  expect(press('H', 'KeyH', ['Shift'])).toBe('Shift+H')
  // A German keyboard has Y where an English one has Z.
  expect(press('y', 'KeyZ')).toBe('y')
  expect(press('∂', 'KeyD', ['Alt'])).toBe('Alt+KeyD')
  expect(press('z', 'KeyZ', ['Ctrl'])).toBe('$mod+KeyZ')
  expect(press('z', 'KeyZ', ['Meta', 'Shift'])).toBe('$mod+Shift+KeyZ')
  expect(press('!', 'Digit1', ['Shift'])).toBe('Shift+Digit1')
  expect(press('ArrowUp', 'ArrowUp', ['Alt'])).toBe('Alt+ArrowUp')
  expect(press('Shift', 'ShiftLeft', ['Shift'])).toBeNull()
})
it('knows two spellings of one press', () => {
  expect(sameKey('KeyH')).toBe(sameKey('h'))
  expect(sameKey('?')).toBe(sameKey('Shift+Slash'))
  expect(sameKey('Shift+Alt+KeyA')).toBe(sameKey('Alt+Shift+a'))
  expect(sameKey('Shift+A')).not.toBe(sameKey('a'))
  expect(sameKey('Control+KeyZ')).toBe(sameKey('$mod+KeyZ'))
})
it("leaves Esc, Tab and the browser's own keys alone", () => {
  for (const key of ['Escape', 'Shift+Tab', 'F5', '$mod+KeyT', '$mod+Shift+KeyN', '$mod+KeyA'])
    expect(refusedKey(key), key).not.toBe('')
  for (const key of ['a', 'Shift+T', 'Alt+KeyT', '$mod+KeyZ', '$mod+KeyC', 'Home', 'f'])
    expect(refusedKey(key), key).toBe('')
})
it('knows single keys', () => {
  for (const key of ['a', 'Shift+A', 'Digit3', 'Shift+Digit3', '?', 'Slash', 'Shift+Comma', 'NumpadAdd', 'ö'])
    expect(isSingle(key), key).toBe(true)
  for (const key of ['Alt+KeyA', '$mod+KeyZ', 'Space', 'ArrowUp', 'Shift+ArrowUp', 'Delete', 'Enter', 'Home'])
    expect(isSingle(key), key).toBe(false)
})

const ACTIONS = [
  { id: 'play', name: 'Play', keys: ['Space'] },
  { id: 'pose', name: 'Delete pose', keys: ['Delete'] },
  { id: 'stroke', name: 'Delete stroke', keys: ['Delete'] },
  { id: 'hold', name: 'Hold', keys: ['h'] },
]
it('tells clashes, and not what shares a key on purpose', () => {
  expect(clashes(ACTIONS, {}).size).toBe(0)
  const found = clashes(ACTIONS, { hold: ['KeyX', 'Delete'], play: ['x'] })
  const ids = (id: string) =>
    found
      .get(id)
      ?.map(o => o.id)
      .sort()
  expect(ids('hold')).toEqual(['play', 'pose', 'stroke'])
  for (const id of ['pose', 'stroke', 'play']) expect(ids(id), id).toEqual(['hold'])
  expect(clashes(ACTIONS, { play: ['h'], hold: [] }).size).toBe(0)
})
it('reads what was remembered as far as it is of use', () => {
  expect(readChanged({ hold: ['x'], gone: ['y'], play: 'z', pose: ['$mod+KeyT'], stroke: [] }, ACTIONS)).toEqual({
    hold: ['x'],
    stroke: [],
  })
  for (const nonsense of [null, 3, 'x', [1]]) expect(readChanged(nonsense, ACTIONS)).toEqual({})
})

it('a key means what can be done first, in one spelling or two; what its letter says comes before its place', () => {
  const list = [
    { id: 'a', keys: ['Semicolon', 'KeyH'] },
    { id: 'b', keys: ['h'], first: true },
    { id: 'c', keys: ['ö'] },
  ]
  const found = meanings(list, a => a.keys).map(([key, meant]) => [key, meant.map(a => a.id)])
  expect(found).toEqual([
    ['h', ['b', 'a']],
    ['ö', ['c']],
    ['Semicolon', ['a']],
    ['KeyH', ['b', 'a']],
  ])
})
