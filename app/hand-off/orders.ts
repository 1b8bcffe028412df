import { defineStore } from 'pinia'
import { shallowRef } from 'vue'
import { useRemembered } from '~/ui/remembered'
import { newId } from '~/sync/ids'
import type { Sound } from './choices'
import { server } from '~/sync/server'
import { silenceOf, soundOf } from './shot-sound'
import { giveStored } from './gather'
import type { Given, Told } from './given'
import type { Made } from './make'
import { joinParts, makePart } from './make'
import { useHandOff } from './store'
import type { DonePart, Order, Unfinished } from './unfinished'
import { isLeft, lockOf } from './unfinished'
import { scratchFile, sweep } from './work/scratch'
import { stopWorker } from './workers'

/** The open shot as it is now, also what is not saved: the frames that were asked for, or all of it. */
export interface OpenShot {
  readonly id: string
  /** The bytes of a file that it names. */
  readonly bytes: (file: string) => Promise<Blob>
  readonly give: (of: 'passage' | 'whole') => Promise<Given>
}

/** Parts finished by this window. */
const finished = new Map<string, Blob>()
/** A part that was finished before; null where the browser has cleared it away. */
const taken = async ({ scratch, type }: DonePart): Promise<Blob | null> =>
  finished.get(scratch) ?? (await scratchFile(scratch, type))

const today = (): string => new Intl.DateTimeFormat('en-GB', { dateStyle: 'long' }).format(new Date())

/** What is heard of a shot in a movie; silence where it is one of several that become one, so that all have a sound. */
async function heardIn(order: Order, given: Given, bytes: OpenShot['bytes']): Promise<Sound | null> {
  if (order.kind !== 'movie' || !order.choices.sound) return null
  const sound = await soundOf(given, order.choices.loops, bytes)
  return sound ?? (order.shots.length > 1 && !order.apart ? silenceOf(given) : null)
}

/** Parts of an order are made one after the other; `keep` is told what is done by now. Null where it was stopped. */
async function makeAll(
  { id, order, done: before }: Unfinished,
  open: OpenShot | null,
  { told, stopped, keep }: { told: Told; stopped: () => boolean; keep: (done: (DonePart | null)[]) => void },
): Promise<Made | null> {
  const done = [...before]
  for (const [i, shot] of order.shots.entries()) {
    if (done[i] && (await taken(done[i]))) continue
    if (stopped()) return null
    const part: Told = (share, words) => told((i + share) / order.shots.length, `${shot.name} · ${words}`)
    part(0, 'Getting ready')
    const scratch = `${id}-${i}`
    const given = shot.id === open?.id ? await open.give('whole') : await giveStored(shot.id)
    const sound = await heardIn(order, given, shot.id === open?.id ? open.bytes : server.image)
    const out = await makePart(order, { given, scratch, date: today(), sound }, part)
    if (!out) return null
    finished.set(scratch, out.blob)
    done[i] = { scratch, name: out.name, type: out.blob.type }
    keep([...done])
  }
  told(0.99, 'Putting it together')
  const parts = await Promise.all(done.map(async d => ({ ...d!, blob: (await taken(d!))! })))
  const whole = await joinParts(order, parts, `${id}-all`)
  for (const { scratch } of parts) finished.delete(scratch)
  return whole
}

/** Orders of what goes out: of the open shot, or of several, whose finished parts outlive the window. */
export const useOrders = defineStore('export-orders', () => {
  const handOff = useHandOff()
  const unfinished = useRemembered<Unfinished | { id: '' }>('fintro-export-unfinished', { id: '' })
  /** Several shots that a window began and nobody is at any more. */
  const interrupted = shallowRef<Unfinished | null>(null)

  async function several(begun: Unfinished, open: OpenShot | null): Promise<Made | null> {
    unfinished.value = begun
    const keep = (done: (DonePart | null)[]): void => void (unfinished.value = { ...begun, done })
    const work = () => makeAll(begun, open, { told: handOff.told, stopped: () => handOff.stopping, keep })
    const out = await (navigator.locks ? navigator.locks.request(lockOf(begun.id), work) : work())
    // What is done stays, to be gone on with, where it was stopped.
    if (out) unfinished.value = { id: '' }
    return out
  }

  async function run(order: Order, work: () => Promise<Made | null>): Promise<void> {
    // Of this one: the next may have begun before a worker that does not stop is given up.
    let ended = false
    await handOff.run(work, () => void stopWorker(order.kind, () => ended))
    ended = true
    await look()
  }

  /** Makes what is ordered: a passage of the open shot, or several shots whole. Others are fetched when it is their turn. */
  const make = (order: Order, { open, sound }: { open: OpenShot; sound: Sound | null }): Promise<void> =>
    run(order, async () => {
      if (order.shots.length > 1) return several({ id: newId(), order, done: order.shots.map(() => null) }, open)
      const [only] = order.shots
      const given = only!.id === open.id ? await open.give('passage') : await giveStored(only!.id)
      const own = sound ?? (await heardIn(order, given, only!.id === open.id ? open.bytes : server.image))
      return makePart(order, { given, scratch: newId(), date: today(), sound: own }, handOff.told)
    })

  /** Goes on with several shots where it was left. */
  function goOn(): void {
    const begun = interrupted.value
    interrupted.value = null
    if (begun) void run(begun.order, () => several(begun, null))
  }
  async function forget(): Promise<void> {
    unfinished.value = { id: '' }
    await look()
  }
  /** Looks for what was left, and clears away files that belong to nothing. */
  async function look(): Promise<void> {
    const begun = unfinished.value
    const left = !handOff.busy && 'order' in begun && (await isLeft(begun.id))
    // Plain: a worker is given it.
    interrupted.value = left ? (JSON.parse(JSON.stringify(begun)) as Unfinished) : null
    const keep = 'order' in begun ? begun.done.flatMap(d => (d ? [d.scratch] : [])) : []
    await sweep(keep, Date.now())
  }
  return { interrupted, make, goOn, forget, look }
})
