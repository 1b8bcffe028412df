import { expect, it } from 'vitest'
import { Bitmaps } from './bitmaps'

const bitmap = (width: number, height: number, closed: string[] = [], name = '') =>
  ({ width, height, close: () => void closed.push(name) }) as unknown as ImageBitmap

it('asks for a picture that is not at hand, and gives it once it has come', () => {
  const asked: string[] = []
  const all = new Bitmaps()
  all.fetchBy(file => void asked.push(file))
  expect(all.of('a')).toBeUndefined()
  all.put('a', bitmap(10, 10))
  expect([(all.of('a') as ImageBitmap).width, asked, all.count]).toEqual([10, ['a'], 1])
})

it('lets go what was not drawn for longest, and keeps what is in sight', () => {
  const closed: string[] = []
  let now = 0
  const all = new Bitmaps(10 * 10 * 4 * 2, () => now)
  for (const name of ['a', 'b']) all.put(name, bitmap(10, 10, closed, name))
  now = 6000
  all.of('a')
  all.put('c', bitmap(10, 10, closed, 'c'))
  expect([closed, all.has('a'), all.has('b'), all.has('c')]).toEqual([['b'], true, false, true])
  all.put('d', bitmap(10, 10, closed, 'd'))
  expect(closed).toEqual(['b'])
  now = 12_000
  all.put('e', bitmap(10, 10, closed, 'e'))
  expect(closed).toEqual(['b', 'a', 'c', 'd'].slice(0, 3))
})

it('lets all go at the end', () => {
  const closed: string[] = []
  const all = new Bitmaps()
  all.put('a', bitmap(10, 10, closed, 'a'))
  all.clear()
  expect([closed, all.has('a')]).toEqual([['a'], false])
})
