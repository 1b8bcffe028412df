import { defineStore } from 'pinia'
import { computed, ref, shallowRef } from 'vue'
import { useUnderWay } from '~/ui/under-way'
import { saveFile } from '~/ui/save-file'
import { tell } from '~/ui/messages'
import { ServerAway, ServerRefusal } from '~/sync/server'
import { sizeWords, type Told } from './given'
import type { Made } from './make'
import { Stopped } from './workers'

interface Job {
  readonly begun: number
  readonly stopping: boolean
  readonly stop: () => void
}

/** The one export that is under way, and what became of the last one. */
export const useHandOff = defineStore('hand-off', () => {
  const job = shallowRef<Job | null>(null)
  const underWay = useUnderWay()
  const failed = ref('')
  /** What was made last, in words. */
  const made = ref('')
  /** Seconds that are left at the pace so far; null where nobody can tell yet. */
  const left = ref<number | null>(null)

  const told: Told = (share, words) => {
    if (!job.value) return
    underWay.share = share
    underWay.words = words
    const passed = (Date.now() - job.value.begun) / 1000
    left.value = share > 0.02 && passed > 1 ? (passed * (1 - share)) / share : null
  }

  /** Makes something while one works on, and saves it. One at a time. Nothing half done is given out. */
  async function run(work: () => Promise<Made | null>, halt: () => void): Promise<void> {
    if (job.value) return
    job.value = { begun: Date.now(), stopping: false, stop: halt }
    failed.value = made.value = ''
    told(0, 'Getting ready')
    const leaving = (e: BeforeUnloadEvent): void => e.preventDefault()
    window.addEventListener('beforeunload', leaving)
    try {
      const out = await work()
      if (out) {
        saveFile(out.name, out.blob)
        const detail = out.note ?? sizeWords(out.blob.size)
        made.value = `${out.name} · ${detail}`
        tell(`“${out.name}” was exported.`, { detail })
      } else tell('The export was stopped.', { detail: 'No file was made.' })
    } catch (error) {
      if (error instanceof Stopped) return void tell('The export was stopped.', { detail: 'No file was made.' })
      failed.value = faultWords(error)
      tell('The export failed.', { detail: failed.value })
    } finally {
      window.removeEventListener('beforeunload', leaving)
      job.value = null
      underWay.share = left.value = null
    }
  }

  function stop(): void {
    if (!job.value) return
    job.value = { ...job.value, stopping: true }
    job.value.stop()
  }
  const stopping = computed(() => !!job.value?.stopping)
  const busy = computed(() => job.value !== null)
  return { busy, stopping, failed, made, left, told, run, stop }
})

function faultWords(error: unknown): string {
  if (error instanceof ServerAway) return 'The server does not answer; not everything is at hand. Try again later.'
  if (error instanceof ServerRefusal) return error.message
  return error instanceof Error && error.message ? error.message : 'Something went wrong in the browser.'
}
