import { defineStore } from 'pinia'
import { computed, ref } from 'vue'
import { throughOn } from '#core/pass'
import { useDesk } from '~/desk/desk'
import { useTools } from '~/desk/tools'
import { useSide } from '~/ui/side'
import type { Mover } from './movers'
import { moverName, movesOf, wayOf } from './movers'

/** What is moved: the column that is worked on, several as one, or the camera; and whether one looks through that. */
export const useMoves = defineStore('moves', () => {
  const [desk, side, tools] = [useDesk(), useSide(), useTools()]
  /** The camera is meant, not the column. */
  const ofCamera = ref(false)
  /** The picture is seen by the camera. */
  const looks = ref(false)

  const mover = computed<Mover | undefined>(() => (ofCamera.value ? null : desk.column?.id))
  /** All that goes along: several selected columns move as one. */
  const movers = computed<readonly Mover[]>(() => {
    if (mover.value === undefined) return []
    const columns = desk.focus?.selection?.columns ?? []
    const free = columns.filter(id => !desk.plan?.columns[id]?.locked)
    return mover.value !== null && free.length > 1 && free.includes(mover.value) ? free : [mover.value]
  })
  const name = computed(() => (desk.scene && mover.value !== undefined ? moverName(desk.scene, mover.value) : ''))
  const moves = computed(() => (desk.scene && mover.value !== undefined ? movesOf(desk.scene, mover.value) : []))
  const camera = computed(() => desk.plan?.camera ?? null)
  /** It is placed on the picture, and its way is seen there. */
  const shown = computed(() => tools.tool === 'move' || side.open === 'moves')
  const way = computed(() =>
    shown.value && desk.scene && mover.value !== undefined ? wayOf(desk.scene, mover.value) : [],
  )
  /** The ways through the camera on the frame that is seen, while one looks through it, and while it plays. */
  const through = computed(() =>
    (looks.value || desk.playing) && desk.scene ? throughOn(desk.scene, desk.frame) : null,
  )
  function reset(): void {
    ofCamera.value = false
    looks.value = false
  }
  return { ofCamera, looks, mover, movers, name, moves, camera, shown, way, through, reset }
})
