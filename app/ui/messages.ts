import { defineStore } from 'pinia'
import { computed, shallowRef } from 'vue'

/** One thing a message offers to do. */
export interface Offer {
  readonly label: string
  readonly do: () => void
}

export interface Message {
  readonly text: string
  /** What else is worth knowing: what was kept, what to do. */
  readonly detail?: string
  readonly offers?: readonly Offer[]
  /** It stands until it is answered or `withdraw` takes it back. */
  readonly asks?: string
  /** It was closed without an answer. */
  readonly closed?: () => void
}

/** A message that is shown, or was. */
export interface Shown extends Message {
  readonly key: number
  /** How often it came, one after the other. */
  readonly times: number
}

/** How long a message stands, ms: long enough to be read, longer where it offers something. */
const STANDS = { plain: 9000, offering: 16000 }
/** How many earlier messages can be looked at. */
const KEPT = 12

const sameWords = (a: Message, b: Message): boolean => a.text === b.text && a.detail === b.detail && !a.asks && !b.asks

/** What is told, in the one place for it: the newest message, and those before it. */
export const useMessages = defineStore('messages', () => {
  const all = shallowRef<readonly Shown[]>([])
  const current = shallowRef<Shown | null>(null)
  const earlier = computed(() => all.value.filter(m => m.key !== current.value?.key))
  let next = 1
  let timer: ReturnType<typeof setTimeout> | undefined

  function stand(message: Shown | null): void {
    clearTimeout(timer)
    current.value = message
    if (!message || message.asks) return
    timer = setTimeout(dismiss, message.offers?.length ? STANDS.offering : STANDS.plain)
  }

  /** Says something. What is said once more counts up instead of standing there twice; a question is asked anew. */
  function tell(message: Message): void {
    const others = message.asks ? all.value.filter(m => m.asks !== message.asks) : all.value
    const before = others[0]
    const again = before && sameWords(before, message)
    const shown: Shown = { ...message, key: again ? before.key : next++, times: again ? before.times + 1 : 1 }
    all.value = [shown, ...(again ? others.slice(1) : others)].slice(0, KEPT)
    stand(shown)
  }

  /** What is shown goes; a question that waits behind it comes back. */
  function dismiss(): void {
    const { asks } = current.value ?? {}
    if (asks) all.value = all.value.filter(m => m.asks !== asks)
    stand(all.value.find(m => m.asks) ?? null)
  }

  /** Closes what is shown without an answer. */
  function close(): void {
    const { closed } = current.value ?? {}
    dismiss()
    closed?.()
  }

  /** Takes a question back that was not answered. */
  function withdraw(asks: string): void {
    if (current.value?.asks === asks) dismiss()
    else all.value = all.value.filter(m => m.asks !== asks)
  }

  /** Does what the message offers; it has been answered then. */
  function take(offer: Offer): void {
    dismiss()
    offer.do()
  }

  function reset(): void {
    stand(null)
    all.value = []
  }

  return { current, earlier, tell, close, withdraw, take, reset }
})

/** Says something in the one place for messages. */
export const tell = (text: string, more: Omit<Message, 'text'> = {}): void => useMessages().tell({ text, ...more })
