import { onScopeDispose, watch } from 'vue'
import { useIntervalFn } from '@vueuse/core'
import { useDesk } from '~/desk/desk'
import { useFlipping } from '~/desk/flipping'
import { useGhosts } from '~/ghosts/store'
import type { Flipped } from './flip'
import { flippedThrough, heldAgainst, flippedAround } from './flip'
import { usePicture } from './store'

/** Shows the drawings of a flip one after another for as long as it lasts; the playhead stays where it is. */
export function useFlip(): void {
  const [desk, picture, ghosts] = [useDesk(), usePicture(), useGhosts()]
  let row: Flipped[] = []
  let at = 0
  const flipping = useFlipping()
  const every = () => 1000 / flipping.speed
  const { pause, resume } = useIntervalFn(
    () => {
      at = (at + 1) % row.length
      picture.flip = row[at] ?? null
    },
    every,
    { immediate: false },
  )
  const rowFor = (how: NonNullable<typeof picture.flipping>): Flipped[] => {
    const focus = desk.focus!
    if (how === 'pinned') return heldAgainst(focus, ghosts.pinned)
    const scene = desk.scene!
    return how === 'selection' ? flippedThrough(scene, focus) : flippedAround(scene, focus, flipping.n)
  }
  watch(
    () => picture.flipping,
    how => {
      pause()
      picture.flip = null
      if (!how) return
      desk.playing = false
      row = rowFor(how)
      at = 0
      picture.flip = row[0] ?? null
      if (row.length > 1) resume()
    },
  )
  onScopeDispose(() => {
    picture.flipping = null
  })
}
