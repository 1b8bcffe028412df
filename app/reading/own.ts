import { defineStore } from 'pinia'
import { ref } from 'vue'
import { useDesk } from '~/desk/desk'
import { ask, AskFault, post } from '~/sync/ask'
import { tell } from '~/ui/messages'

/** Pronunciations that the production of the shot keeps, by words in small letters. */
export const useOwnWays = defineStore('own-ways', () => {
  const desk = useDesk()
  const ways = ref<Readonly<Record<string, string>>>({})

  async function fetchFor(shot: string): Promise<void> {
    try {
      const { words } = await ask<{ words: Record<string, string> }>(`/api/pronunciations?shot=${shot}`)
      if (desk.session?.id === shot) ways.value = words
    } catch (error) {
      // Without them words are read as the dictionary has them.
      if (!(error instanceof AskFault)) throw error
    }
  }
  let asked: string | null = null
  /** Has them fetched, once for each shot that is opened: when a word is read or looked at. */
  async function ensure(): Promise<void> {
    const id = desk.session?.id ?? null
    if (!id || asked === id) return
    asked = id
    ways.value = {}
    await fetchFor(id)
  }

  /** Keeps a pronunciation, or forgets it. */
  async function keep(word: string, sounds: string | null): Promise<void> {
    const { session } = desk
    if (!session) return
    try {
      await post('/api/pronunciations', { shot: session.id, word, sounds })
    } catch (error) {
      if (!(error instanceof AskFault)) throw error
      return tell('The pronunciation was not kept.', { detail: error.message })
    }
    const { [word]: _old, ...rest } = ways.value
    ways.value = sounds === null ? rest : { ...rest, [word]: sounds }
    tell(sounds === null ? `“${word}” is said as in the dictionary again.` : `“${word}” is said so in this production.`)
  }
  /** All of them, as a worker is given them. */
  async function all(): Promise<Record<string, string>> {
    await ensure()
    return { ...ways.value }
  }
  return { ways, ensure, all, keep }
})
