import type { Sequelize } from 'sequelize'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { ListPage } from '../../core/document'
import { makeShot } from '../../core/document'
import { rate } from '../../core/time'
import { keepShot } from '../../server/shots/shots'
import type { FintroServer } from '../support/server'
import { newTestId, serve } from '../support/server'

let server: FintroServer
let db: Sequelize
let stop: () => Promise<void>
const about = { picture: { width: 960, height: 540 }, paper: '#fffdf6' }
const shot = (id: string, name: string, length: number, fps = 24) =>
  makeShot(id, { name, length, rate: rate(fps), ...about })

beforeAll(async () => {
  ;({ server, db, stop } = await serve())
  for (const [i, name] of ['10 Stair', '2 Lämp', '9 Rope'].entries())
    await keepShot(db, shot(`gull-shot-${i}`, name, [48, 96, 96][i]!, i === 2 ? 12 : 24), 'Gull Point')
  await keepShot(db, shot('pier-shot-0', '1 Stair', 12), 'Pier')
  for (let i = 0; i < 250; i++) await keepShot(db, shot(`long-shot-${i}`, `Shot ${i}`, 24), 'Ångström')
})
afterAll(() => stop())

async function ask<T>(path: string, body?: object): Promise<{ status: number; body: T & { detail?: string } }> {
  const answer = await server.fetch(path, body ? { method: 'POST', body: JSON.stringify(body) } : {})
  return { status: answer.status, body: (await answer.json()) as T & { detail?: string } }
}
const list = async (query: Record<string, string>) =>
  (await ask<ListPage>(`/api/shots?${new URLSearchParams(query)}`)).body
const names = (page: ListPage) => page.productions.map(p => [p.name, p.shots.map(s => s.name)] as const)

describe('the list of shots', () => {
  it('comes in the order that people count in, of time, or of seconds', async () => {
    expect(names(await list({ search: 'p' })).slice(0, 2)).toEqual([
      ['Gull Point', ['2 Lämp', '9 Rope', '10 Stair']],
      ['Pier', ['1 Stair']],
    ])
    // 96 frames at 12 a second take longer than 96 at 24.
    expect(names(await list({ search: 'gull', order: 'length' }))).toEqual([
      ['Gull Point', ['9 Rope', '2 Lämp', '10 Stair']],
    ])
    await db.query("UPDATE shots SET updated_at = now() + interval '1 hour' WHERE id = 'pier-shot-0'")
    expect((await list({ order: 'changed' })).productions[0]!.name).toBe('Pier')
  })

  it('comes page by page, each shot once, under all productions with their places', async () => {
    const seen: string[] = []
    for (let from = 0, total = 1; from < total; from += 100) {
      const page = await list({ from: String(from), many: '100' })
      total = page.total
      expect(page.productions.map(p => [p.name, p.from, p.count])).toEqual([
        ['Ångström', 0, 250],
        ['Gull Point', 250, 3],
        ['Pier', 253, 1],
      ])
      seen.push(...page.productions.flatMap(p => p.shots.map(s => s.name)))
    }
    expect(seen).toEqual([
      ...Array.from({ length: 250 }, (_, i) => `Shot ${i}`),
      ...['2 Lämp', '9 Rope', '10 Stair', '1 Stair'],
    ])
    expect(await list({ from: '5000' })).toMatchObject({ total: 254, productions: [{}, {}, { shots: [] }] })
  })

  it('finds each word in the name of a shot or of its production, with or without accents and capitals', async () => {
    expect(names(await list({ search: 'stair' }))).toEqual([
      ['Gull Point', ['10 Stair']],
      ['Pier', ['1 Stair']],
    ])
    expect(names(await list({ search: ' gull  STAIR ' }))).toEqual([['Gull Point', ['10 Stair']]])
    expect(names(await list({ search: 'lamp' }))).toEqual([['Gull Point', ['2 Lämp']]])
    expect((await list({ search: 'angstrom 249' })).total).toBe(1)
    expect(await list({ search: 'nothing at all' })).toMatchObject({ total: 0, productions: [] })
  })

  it('has the shots beside one, and some by their ids', async () => {
    expect(names(await list({ beside: 'gull-shot-0' }))).toEqual([['Gull Point', ['2 Lämp', '9 Rope', '10 Stair']]])
    const { body } = await ask<ListPage>('/api/shots?id=pier-shot-0&id=gone-shot&id=gull-shot-1')
    expect(names(body)).toEqual([
      ['Gull Point', ['2 Lämp']],
      ['Pier', ['1 Stair']],
    ])
  })

  it('takes no harm from what is asked of it, and says what is wrong with it', async () => {
    for (const search of ["'; DROP TABLE shots; --", '%', '_', '\\', '$1', '"', '🐙', '\u0301', ' '.repeat(200)]) {
      const { status, body } = await ask<ListPage>(`/api/shots?${new URLSearchParams({ search })}`)
      expect([search, status]).toEqual([search, 200])
      expect(search.trim() ? body.total : 0).toBe(search === '\u0301' ? 254 : 0)
    }
    const wrong = [
      'search=%00',
      `search=${'x'.repeat(201)}`,
      'order=size',
      'order=name&order=name',
      'from=-1',
      'from=1e99',
      'from=x',
      'many=0',
      'many=1001',
      'status=%00',
      `status=${'x'.repeat(41)}`,
      'beside=..',
      'id=..',
      Array.from({ length: 101 }, (_, i) => `id=i${i}`).join('&'),
    ]
    for (const query of wrong) {
      const { status, body } = await ask<ListPage>(`/api/shots?${query}`)
      expect([query, status, typeof body.detail]).toEqual([query, 400, 'string'])
    }
    expect((await list({})).total).toBe(254)
  })

  it('stands with a shot whose head tells no length', async () => {
    const id = newTestId()
    await keepShot(db, shot(id, 'Odd', 24), 'Odd ones')
    await db.query(`UPDATE shot_pieces SET body = '{"length":"long","rate":{}}' WHERE shot_id = $1 AND path = 'shot'`, {
      bind: [id],
    })
    expect((await list({ order: 'length' })).productions.at(-1)!.name).toBe('Odd ones')
    await db.query('DELETE FROM shots WHERE id = $1', { bind: [id] })
  })
})

describe('several shots', () => {
  it('get a status, are found by it, and lose it', async () => {
    const set = (status: string | null) =>
      ask('/api/several', { ids: ['gull-shot-0', 'gull-shot-1', 'gone-shot'], status })
    expect((await set(' rough ')).body).toEqual({ changed: 2 })
    expect(names(await list({ status: 'rough' }))).toEqual([['Gull Point', ['2 Lämp', '10 Stair']]])
    expect((await list({ status: '' })).total).toBe(252)
    expect((await list({})).statuses).toEqual([{ name: 'rough', count: 2 }])
    expect((await set('')).body).toEqual({ changed: 2 })
    expect((await list({})).statuses).toEqual([])
    expect((await set('x'.repeat(41))).status).toBe(400)
  })

  it('go to another production together, or not at all where a name is there already', async () => {
    const id = newTestId()
    await keepShot(db, shot(id, '1 Stair', 12), 'Elsewhere')
    const move = (ids: string[]) => ask('/api/several', { ids, production: 'Elsewhere' })
    const refused = await move(['gull-shot-0', 'pier-shot-0'])
    expect(refused).toMatchObject({ status: 409, body: { code: 'name-taken' } })
    expect(refused.body.detail).toMatch(/“1 Stair” is there already.*“1 Stair 2” is free/)
    expect(names(await list({ beside: 'gull-shot-0' }))[0]![1]).toContain('10 Stair')
    expect((await move(['gull-shot-0'])).body).toEqual({ changed: 1 })
    expect(names(await list({ beside: id }))).toEqual([['Elsewhere', ['1 Stair', '10 Stair']]])
    // One that is there already is no other one of its name.
    expect((await move(['gull-shot-0'])).status).toBe(200)
    await ask('/api/several', { ids: ['gull-shot-0'], production: 'Gull Point' })
    await ask('/api/several', { ids: [id], deleted: true })
  })

  it('go into the bin and come back, under another name where theirs was given to another one', async () => {
    const [first, second] = [newTestId(), newTestId()]
    await keepShot(db, shot(first, 'Wave', 12), 'Sea')
    await ask('/api/several', { ids: [first], deleted: true })
    expect((await list({ id: first })).total).toBe(0)
    await keepShot(db, shot(second, 'Wave', 12), 'Sea')
    expect((await ask('/api/several', { ids: [first], deleted: false })).body).toEqual({ changed: 1 })
    expect(names(await list({ beside: second }))).toEqual([['Sea', ['Wave', 'Wave 2']]])
    // The document says so as well.
    expect((await ask<{ document: { name: string } }>(`/api/shots/${first}`)).body.document.name).toBe('Wave 2')
    await ask('/api/several', { ids: [first, second], deleted: true })
  })
})

describe('a second shot of one name in a production', () => {
  const fresh = (id: string, name: string) =>
    ask('/api/shots', { id, production: 'Pier', name, rate: { num: 24, den: 1 }, length: 24, ...about })

  it('is refused with a free name, also of many who ask at the same moment', async () => {
    expect(await fresh(newTestId(), '1 Stair')).toMatchObject({ status: 409, body: { code: 'name-taken' } })
    const answers = await Promise.all(Array.from({ length: 8 }, () => fresh(newTestId(), 'Race')))
    expect(answers.map(a => a.status).sort()).toEqual([200, ...Array.from({ length: 7 }, () => 409)])
    const free = async (query: string) => (await ask<{ free: string; next: string }>(`/api/names?${query}`)).body
    expect(await free('production=Pier&wanted=1 Stair')).toEqual({ free: '1 Stair 2', next: '010' })
    expect(await free('shot=pier-shot-0&wanted=1 Stair')).toEqual({ free: '1 Stair', next: '010' })
    expect(await free('production=None yet')).toEqual({ free: '010', next: '010' })
    const copy = (name: string) => ask('/api/shots/pier-shot-0/duplicate', { id: newTestId(), name })
    expect((await copy('1 Stair')).status).toBe(409)
    expect((await copy('1 Stair 2')).status).toBe(200)
    const id = newTestId()
    expect((await fresh(id, 'Twice')).status).toBe(200)
    // The same shot asked for twice is the same shot.
    expect((await fresh(id, 'Twice')).status).toBe(200)
  })
})
