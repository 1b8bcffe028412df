import { QueryTypes, type Sequelize } from 'sequelize'
import type { z } from 'zod'
import type { ListPage, ShotInList } from '#core/document'
import type { listQuery } from '../http/forms'

export type ListQuery = z.output<typeof listQuery>

/** What shots are ordered by beside their names; the first one of a production says where the production stands. */
const KEYS = { name: 'NULL::int', changed: 's.updated_at', length: 'seconds_of(h.body)' } as const

/** The head of a document as it is stored, as far as a list tells of it. */
type Head = Pick<ShotInList, 'length' | 'rate' | 'picture'>
interface Found {
  readonly productions: readonly { id: string; name: string; count: number }[] | null
  readonly page: readonly (Omit<ShotInList, keyof Head> & { home: string; body: string })[] | null
  readonly statuses: ListPage['statuses'] | null
}

/**
 * A page of the shots that are not in the bin: as many as are asked for from one on, in their order, under all
 * productions in which something was found. All of it is read in one statement, so that it fits together.
 */
export async function listShots(db: Sequelize, query: ListQuery): Promise<ListPage> {
  const { where, bind } = filters(query)
  const [found] = await db.query<Found>(
    `WITH found AS (
       SELECT s.id, s.name, s.revision, s.updated_at, s.status, h.body, p.id AS pid, p.name AS pname,
         ${KEYS[query.order]} AS key
       FROM shots s JOIN productions p ON p.id = s.production_id
       JOIN shot_pieces h ON h.shot_id = s.id AND h.path = 'shot'
       WHERE ${where.join(' AND ')}
     ), homes AS (
       SELECT pid, pname, count(*) AS many, max(key) AS best,
         row_number() OVER (ORDER BY max(key) DESC NULLS LAST, pname COLLATE counted, pid) AS place
       FROM found GROUP BY pid, pname
     ), page AS (
       SELECT f.*, row_number() OVER (ORDER BY place, key DESC NULLS LAST, name COLLATE counted, id) AS at
       FROM found f JOIN homes USING (pid) ORDER BY at OFFSET $1 LIMIT $2
     )
     SELECT
       (SELECT json_agg(json_build_object('id', pid, 'name', pname, 'count', many) ORDER BY place) FROM homes)
         AS productions,
       (SELECT json_agg(json_build_object('id', id, 'name', name, 'revision', revision, 'updatedAt', updated_at,
         'status', status, 'home', pid, 'body', body) ORDER BY at) FROM page) AS page,
       (SELECT json_agg(json_build_object('name', status, 'count', many) ORDER BY status COLLATE counted) FROM (
         SELECT status, count(*) AS many FROM shots WHERE deleted_at IS NULL AND status IS NOT NULL
         GROUP BY status ORDER BY status LIMIT ${MOST_STATUSES}) AS of) AS statuses`,
    { bind: [query.from, query.many, ...bind], type: QueryTypes.SELECT },
  )
  const homes = found!.productions ?? []
  const page = (found!.page ?? []).map(({ home, body, updatedAt, ...shot }) => {
    const { length, rate, picture } = JSON.parse(body) as Head
    return { home, shot: { ...shot, updatedAt: new Date(updatedAt).toISOString(), length, rate, picture } }
  })
  let total = 0
  const productions = homes.map(p => {
    const from = total
    total += p.count
    return { ...p, from, shots: page.filter(s => s.home === p.id).map(s => s.shot) }
  })
  return { total, from: query.from, productions, statuses: found!.statuses ?? [] }
}
/** A list of statuses to choose from is no longer. */
const MOST_STATUSES = 200

/** What is found, in SQL: what stands in it is bound from $3 on. */
function filters({ search, status, beside, id }: ListQuery): { where: string[]; bind: unknown[] } {
  const where = ['s.deleted_at IS NULL']
  const bind: unknown[] = []
  const bound = (value: unknown): string => `$${bind.push(value) + 2}`
  for (const word of search.split(/\s+/).filter(Boolean))
    where.push(`strpos(s.plain_name || ' ' || p.plain_name, plain_text(${bound(word)})) > 0`)
  if (status !== undefined) where.push(`coalesce(s.status, '') = ${bound(status)}`)
  if (beside) where.push(`s.production_id = (SELECT production_id FROM shots WHERE id = ${bound(beside)})`)
  if (id.length) where.push(`s.id = ANY(${bound(id)}::text[])`)
  return { where, bind }
}
