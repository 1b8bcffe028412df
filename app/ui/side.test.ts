import { createPinia, setActivePinia } from 'pinia'
import { expect, it } from 'vitest'
import { useSide } from './side'

it('what a panel was opened about is meant that once', () => {
  setActivePinia(createPinia())
  const side = useSide()
  side.show('shelf', 'figure')
  expect([side.open, side.about]).toEqual(['shelf', 'figure'])
  side.toggle('shelf')
  side.toggle('shelf')
  expect([side.open, side.about]).toEqual(['shelf', ''])
  side.show('shelf', 'pencil')
  side.reset()
  expect([side.open, side.about]).toEqual([null, ''])
})
