import type { ShotInList } from '#core/document'
import { defineStore } from 'pinia'
import { computed, ref, shallowRef, watch } from 'vue'
import { useDesk } from '~/desk/desk'
import { usePlayer } from '~/desk/player'
import { ServerAway } from '~/sync/server'
import { shotsBeside } from './gather'

/** Which frames go out: some of the open shot, or several shots whole. */
export const useFramesOut = defineStore('frames-out', () => {
  const desk = useDesk()
  const player = usePlayer()
  const first = ref(1)
  const last = ref(1)
  const several = ref(false)
  /** The shots of the production, in their order; null while nobody has asked, or the server does not answer. */
  const beside = shallowRef<readonly ShotInList[] | null>(null)
  const away = ref('')
  const left = ref<readonly string[]>([])

  /** The frames follow what is played. */
  watch(
    [() => player.range.first, () => player.range.last],
    range => {
      ;[first.value, last.value] = range
    },
    { immediate: true },
  )
  const length = computed(() => desk.shot?.length ?? 1)
  const wrong = computed(() =>
    !Number.isInteger(first.value) ||
    !Number.isInteger(last.value) ||
    first.value < 1 ||
    last.value > length.value ||
    first.value > last.value
      ? `Whole frames from 1 to ${length.value}, the first not after the last.`
      : '',
  )
  const shots = computed(() => (beside.value ?? []).filter(s => !left.value.includes(s.id)))

  async function find(): Promise<void> {
    away.value = ''
    try {
      beside.value = await shotsBeside(desk.shot!.id)
    } catch (error) {
      away.value = error instanceof ServerAway ? 'The server does not answer.' : (error as Error).message
    }
  }
  watch(several, now => {
    if (now && !beside.value) void find()
  })
  function toggle(id: string): void {
    left.value = left.value.includes(id) ? left.value.filter(x => x !== id) : [...left.value, id]
  }
  function reset(): void {
    several.value = false
    beside.value = null
    left.value = []
  }
  return { first, last, several, beside, away, left, wrong, shots, find, toggle, reset }
})
