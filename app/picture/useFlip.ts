import { onScopeDispose, watch } from 'vue'
import { useIntervalFn } from '@vueuse/core'
import { flippedThrough, heldAgainst, rocked } from './flip'
import type { Desk } from '~/desk/desk'

/** Shows the drawings of a flip one after another for as long as it lasts; the playhead stays where it is. */
export function useFlip(desk: Desk): void {
  let row: string[] = []
  let at = 0
  const every = () => 1000 / desk.rock.speed
  const { pause, resume } = useIntervalFn(
    () => {
      at = (at + 1) % row.length
      desk.flip = row[at] ?? null
    },
    every,
    { immediate: false },
  )
  watch(
    () => desk.flipping,
    how => {
      pause()
      desk.flip = null
      if (!how) return
      desk.playing = false
      row =
        how === 'pinned' ? heldAgainst(desk) : how === 'selection' ? flippedThrough(desk) : rocked(desk, desk.rock.n)
      at = 0
      desk.flip = row[0] ?? null
      if (row.length > 1) resume()
    },
  )
  onScopeDispose(() => {
    desk.flipping = null
  })
}
