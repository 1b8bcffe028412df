import { ref } from 'vue'
import { AskFault } from '~/sync/ask'

/** Something asked of the server from a dialog: while it is under way, and why it was not done. */
export function useTrying() {
  const busy = ref(false)
  const failed = ref('')
  async function trying(work: () => Promise<void>): Promise<void> {
    if (busy.value) return
    busy.value = true
    failed.value = ''
    try {
      await work()
    } catch (error) {
      if (!(error instanceof AskFault)) throw error
      failed.value = error.message
    } finally {
      busy.value = false
    }
  }
  return { busy, failed, trying }
}
