import { existsSync } from 'node:fs'
import type { ProductionInList } from '#core/document'
import type { Given } from '../app/hand-off/given'
import { givenOf } from '../app/hand-off/given-stored'
import { newId } from '../app/sync/ids'
import { parseRate } from '#core/time'
import { fromArchive } from './archive'
import { Fault } from './fault'
import type { Server } from './server'
import { PAGE } from './server'

/** A shot, whole: from an archive where there is a file of this name, else from the server. Throws Fault. */
export async function given(server: Server, shot: string, plan?: string): Promise<Given> {
  if (!existsSync(shot)) return givenOf(await server.shot(shot), server, plan)
  const { document, production, kept } = await fromArchive(shot)
  return givenOf({ document, production }, kept, plan)
}

/** All productions with all their shots. Throws Fault. */
export async function everyShot(server: Server): Promise<ProductionInList[]> {
  const first = await server.shots(0)
  for (let from = PAGE; from < first.total; from += PAGE)
    for (const { id, shots } of (await server.shots(from)).productions)
      first.productions.find(p => p.id === id)?.shots.push(...shots)
  return first.productions
}

/** The shots of all productions, a line each. */
export async function listed(server: Server): Promise<string[]> {
  const productions = await everyShot(server)
  return productions.flatMap(p =>
    p.shots.map(s => [s.id, p.name, s.name, `${s.length} frames`, `revision ${s.revision}`].join('\t')),
  )
}

export interface NewShot {
  readonly production: string
  readonly width: string
  readonly height: string
  readonly rate: string
  readonly length: string
  readonly paper: string
}

/** A new shot; its id. Throws Fault. */
export async function begun(server: Server, name: string, of: NewShot): Promise<string> {
  const rate = parseRate(of.rate)
  if (!rate) throw new Fault(`${of.rate} is no rate: 1 to 240 frames a second, as 24, 29.97 or 30000/1001.`)
  const picture = { width: Number(of.width), height: Number(of.height) }
  const { production, paper, length } = of
  const shot = { id: newId(), production, name, picture, rate, paper, length: Number(length) }
  return (await server.newShot(shot)).id
}

/** Whole frames of a shot; throws Fault for others. */
export function framesIn(of: Given, from?: string, to?: string): { first: number; last: number } {
  const [first, last] = [Number(from ?? of.first), Number(to ?? of.last)]
  if (![first, last].every(Number.isInteger) || first < of.first || last > of.last || first > last)
    throw new Fault(`Whole frames from ${of.first} to ${of.last}, the first not after the last.`)
  return { first, last }
}
