import { QueryTypes, type Sequelize } from 'sequelize'
import type { BinnedShot, ShotInList } from '#core/document'

/** The shots that were deleted and can be brought back, the last one first. */
export async function listBin(db: Sequelize): Promise<BinnedShot[]> {
  const rows = await db.query<{
    id: string
    production: string
    revision: number
    updated_at: Date
    deleted_at: Date
    head: string
  }>(
    `SELECT s.id, p.name AS production, s.revision, s.updated_at, s.deleted_at, h.body AS head
     FROM shots s JOIN productions p ON p.id = s.production_id JOIN shot_pieces h ON h.shot_id = s.id AND h.path = 'shot'
     WHERE s.deleted_at IS NOT NULL ORDER BY s.deleted_at DESC, s.id`,
    { type: QueryTypes.SELECT },
  )
  return rows.map(r => {
    const { name, length, rate, picture } = JSON.parse(r.head) as Pick<
      ShotInList,
      'name' | 'length' | 'rate' | 'picture'
    >
    return {
      ...{ id: r.id, name, production: r.production, revision: r.revision, length, rate, picture },
      updatedAt: r.updated_at.toISOString(),
      deletedAt: r.deleted_at.toISOString(),
    }
  })
}

/** Takes shots away for good, with all that is theirs, where they are in the bin; how many. Others stay. */
export async function emptyBin(db: Sequelize, ids: readonly string[]): Promise<number> {
  const gone = await db.query('DELETE FROM shots WHERE id = ANY($1::text[]) AND deleted_at IS NOT NULL RETURNING id', {
    bind: [[...ids]],
    type: QueryTypes.SELECT,
  })
  return gone.length
}
