import type { Sequelize } from 'sequelize'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { ShelfOriginal, ShelfPage, Shelved } from '../../core/document'
import { makeShot, storeShot } from '../../core/document'
import { ball, oneBoneFigure } from '../../core/figure'
import { rate } from '../../core/time'
import { clean, KEEPING } from '../../server/shots/clean'
import { keepShot, setShots } from '../../server/shots/shots'
import { keepStrokes } from '../../server/media/strokes'
import type { FintroServer } from '../support/server'
import { newTestId, serve } from '../support/server'

let server: FintroServer
let db: Sequelize
let stop: () => Promise<void>
const about = { picture: { width: 960, height: 540 }, paper: '#fffdf6', length: 24, rate: rate(24) }

beforeAll(async () => {
  ;({ server, db, stop } = await serve())
  for (const [id, production] of [
    ['gull-shot-1', 'Gull Point'],
    ['gull-shot-2', 'Gull Point'],
    ['pier-shot-1', 'Pier'],
  ] as const)
    await keepShot(db, makeShot(id, { name: id, ...about }), production)
})
afterAll(() => stop())

type Answer<T> = { status: number; body: T & { detail?: string; code?: string } }
async function ask<T>(path: string, body?: object): Promise<Answer<T>> {
  const answer = await server.fetch(path, body ? { method: 'POST', body: JSON.stringify(body) } : {})
  return { status: answer.status, body: (await answer.json()) as T & { detail?: string; code?: string } }
}
const keep = (name: string, content: Shelved, shot = 'gull-shot-1', id = newTestId()) =>
  ask<{ version: number }>('/api/shelf', { id, shot, name, content }).then(a => ({ ...a, id }))
const list = async (query: Record<string, string>) =>
  (await ask<ShelfPage>(`/api/shelf?${new URLSearchParams(query)}`)).body
const names = async (query: Record<string, string>) => (await list(query)).things.map(t => t.name)
const change = (id: string, body: object) => ask<{ name: string; version: number }>(`/api/shelf/${id}`, body)
const find = (id: string, version?: number) =>
  ask<ShelfOriginal>(`/api/shelf/${id}${version ? `?version=${version}` : ''}`)

const figure: Shelved = { kind: 'figure', figure: ball }
const slow: Shelved = { kind: 'spacing', recipe: { family: 'halves', slow: 'first' }, places: [0.125, 0.25, 0.5] }
const pencil: Shelved = { kind: 'pencil', colour: '#1f5aa8', width: 4, smooth: 0.1 }
const line = { schema: 1 as const, colour: '#26302c', width: 5, pressure: false, points: [0, 0, 1, 40, 30, 1] }
const partOf = (hash: string): Shelved => ({
  ...{ kind: 'part', figure: oneBoneFigure('sleeve', 'Sleeve', 40), strokes: [{ id: 'line-1', hash }] },
})

describe('the shelf of a production', () => {
  it('is the same for all its shots, and another one elsewhere', async () => {
    expect((await keep('Marrow', figure)).body.version).toBe(1)
    expect((await keep('Slow out 10', slow)).status).toBe(200)
    expect((await keep('Slow out 2', slow)).status).toBe(200)
    expect((await keep('Slow out 2', slow, 'pier-shot-1')).status).toBe(200)
    // As people count.
    expect(await names({ shot: 'gull-shot-2' })).toEqual(['Marrow', 'Slow out 2', 'Slow out 10'])
    expect(await names({ production: 'Pier' })).toEqual(['Slow out 2'])
    expect(await list({ shot: 'gull-shot-2', kind: 'figure' })).toMatchObject({ production: 'Gull Point', total: 1 })
    expect(await names({ shot: 'gull-shot-1', search: 'OUT slöw' })).toEqual(['Slow out 2', 'Slow out 10'])
    const second = await list({ shot: 'gull-shot-1', from: '1', many: '1' })
    expect([second.total, second.things.map(t => t.name)]).toEqual([3, ['Slow out 2']])
    expect(await list({ shot: 'nobody-1' })).toEqual({ production: null, total: 0, from: 0, things: [] })
  })

  it('keeps one thing of a kind by a name, and offers a free one', async () => {
    const again = await keep('Marrow', figure)
    expect([again.status, again.body.code]).toEqual([409, 'name-taken'])
    expect(again.body.detail).toMatch(/“Marrow 2” is free/)
    // A pencil may be called as a figure is.
    const blue = await keep('Marrow', pencil)
    expect(blue.status).toBe(200)
    expect((await keep('Marrow', pencil, 'gull-shot-1', blue.id)).body.version).toBe(1)
    const [one, two] = await Promise.all([keep('Twin', pencil), keep('Twin', pencil)])
    expect([one.status, two.status].sort()).toEqual([200, 409])
    const other = await keep('Rough', pencil)
    expect((await change(other.id, { name: 'Twin' })).status).toBe(409)
    expect((await change(other.id, { name: 'Rough blue' })).body).toEqual({ name: 'Rough blue', version: 1 })
  })

  it('counts versions, keeps the older ones, and refuses one that comes after another than the newest', async () => {
    const { id } = await keep('Round', figure)
    const taller: Shelved = { kind: 'figure', figure: { ...ball, name: 'Round, taller', version: 2 } }
    expect((await change(id, { content: taller, was: 1 })).body.version).toBe(2)
    // Sent once more, since the answer was lost.
    expect((await change(id, { content: taller, was: 1 })).body.version).toBe(2)
    const late = await change(id, { content: figure, was: 1 })
    expect([late.status, late.body.code]).toEqual([409, 'changed'])
    expect((await find(id)).body).toMatchObject({ version: 2, of: 2, content: taller })
    expect((await find(id, 1)).body).toMatchObject({ version: 2, of: 1, content: figure })
    expect((await find(id, 3)).status).toBe(404)
    expect((await change(id, { content: pencil, was: 2 })).body.code).toBe('other-kind')
    // Two at the same moment: one of them is next.
    const [a, b] = await Promise.all(
      [3, 4].map(version => change(id, { content: { ...figure, figure: { ...ball, version } }, was: 2 })),
    )
    expect([a!.status, b!.status].sort()).toEqual([200, 409])
  })

  it('deletes and takes back, under the next free name where its own is taken', async () => {
    const { id } = await keep('Gull', figure)
    expect((await change(id, { deleted: true })).status).toBe(200)
    expect(await names({ shot: 'gull-shot-1', search: 'gull' })).toEqual([])
    expect((await change(id, { content: figure, was: 1 })).status).toBe(404)
    // A copy that asks for its original finds it still, but not in the lists.
    expect((await find(id)).status).toBe(200)
    expect(await names({ id })).toEqual([])
    await keep('Gull', figure)
    expect((await change(id, { deleted: false })).body.name).toBe('Gull 2')
    expect(await names({ shot: 'gull-shot-1', search: 'gull' })).toEqual(['Gull', 'Gull 2'])
  })

  it('refuses what is not of its form, and what names a stroke that is not there', async () => {
    expect((await keep('Sleeve', partOf('e'.repeat(64)))).body.code).toBe('no-stroke')
    const image: Shelved = { kind: 'image', figure: ball, file: 'e'.repeat(64), width: 4, height: 4 }
    expect((await keep('Sign', image)).body.code).toBe('no-image')
    expect((await keep('Nobody', figure, 'nobody-1')).body.code).toBe('no-shot')
    const two = { ...storeShot(makeShot('two', { name: 'Two', ...about })), planOrder: ['none'] }
    for (const content of [
      { kind: 'mouth' },
      { kind: 'column', shot: two },
      { kind: 'column', shot: { schema: 1 } },
      { ...pencil, width: -1 },
      { ...slow, places: [] },
      partOf('x'),
      null,
    ])
      expect((await keep('Wrong', content as Shelved)).status, JSON.stringify(content)).toBe(400)
    const both = { id: newTestId(), shot: 'gull-shot-1', production: 'Pier', name: 'Both', content: figure }
    expect((await ask('/api/shelf', both)).status).toBe(400)
    expect(await names({ shot: 'gull-shot-1', search: 'wrong' })).toEqual([])
  })

  it('shows each kind as a picture, a version as it was', async () => {
    const [hash] = await keepStrokes(db, [line])
    const part = await keep('Drawn sleeve', partOf(hash!))
    const shot = makeShot('alone', { name: 'Walk', ...about })
    const stack = shot.stacks['alone.1']!
    stack.drawings.one = {
      ...{ id: 'one', number: '1', role: 'key', own: true },
      content: { poses: {}, strokes: [{ id: 'line-1', hash: hash! }] },
    }
    const { body } = await keep('Walk', { kind: 'column', shot: { ...storeShot(shot) } })
    expect(body.version).toBe(1)
    const { things } = await list({ shot: 'gull-shot-1' })
    const seen = new Set<string>()
    for (const { id, kind } of things) {
      const answer = await server.fetch(`/api/shelf/${id}/picture?version=1`)
      expect(answer.headers.get('content-type')).toBe('image/svg+xml')
      expect(await answer.text(), kind).toMatch(/<svg[^]*<(path|ellipse)/)
      seen.add(kind)
    }
    expect([...seen].sort()).toEqual(['column', 'figure', 'part', 'pencil', 'spacing'])
    expect((await server.fetch(`/api/shelf/${part.id}/picture?version=9`)).status).toBe(404)
  })

  it('stays when the last shot is gone, with all strokes of its versions; what was deleted long ago goes', async () => {
    const [hash] = await keepStrokes(db, [{ ...line, width: 7 }])
    const { id } = await keep('Kept sleeve', partOf(hash!), 'pier-shot-1')
    await setShots(db, { ids: ['pier-shot-1'], deleted: true })
    const old = "now() - interval '40 days'"
    await db.query(`UPDATE shots SET deleted_at = ${old} WHERE id = 'pier-shot-1'`)
    await db.query(`UPDATE productions SET created_at = ${old}`)
    await db.query(`UPDATE strokes SET stored_at = ${old}`)
    expect(await clean(db, KEEPING)).toMatchObject({ shots: 1, productions: 0, shelf: 0 })
    expect((await find(id)).body.content).toEqual(partOf(hash!))
    await keepShot(db, makeShot('pier-shot-2', { name: 'Back', ...about }), 'Pier')
    expect(await names({ shot: 'pier-shot-2', kind: 'part' })).toEqual(['Kept sleeve'])
    await change(id, { deleted: true })
    await db.query(`UPDATE shelf SET deleted_at = ${old} WHERE id = $1`, { bind: [id] })
    expect(await clean(db, KEEPING)).toMatchObject({ shelf: 1, strokes: 1 })
    expect((await find(id)).status).toBe(404)
  })
})
