import { QueryTypes, type Sequelize } from 'sequelize'
import type { z } from 'zod'
import type { sayBody } from '../http/forms'
import { Problem } from '../problems/problem'
import { noShot } from './shots'

/** The most pronunciations that a production keeps. */
const MOST = 5000

const HOME = '(SELECT production_id FROM shots WHERE id = $1 AND deleted_at IS NULL)'

/** The pronunciations of a shot's production, by their words. */
export async function pronunciationsOf(db: Sequelize, shot: string): Promise<{ words: Record<string, string> }> {
  const rows = await db.query<{ word: string; sounds: string }>(
    `SELECT word, sounds FROM pronunciations WHERE production_id = ${HOME} ORDER BY word`,
    { bind: [shot], type: QueryTypes.SELECT },
  )
  return { words: Object.fromEntries(rows.map(r => [r.word, r.sounds])) }
}

/** Keeps how a shot's production says a word, in the place of what it kept of it, or forgets it. */
export async function keepPronunciation(
  db: Sequelize,
  { shot, word, sounds }: z.output<typeof sayBody>,
): Promise<{ kept: boolean }> {
  if (sounds === null) {
    await db.query(`DELETE FROM pronunciations WHERE production_id = ${HOME} AND word = $2`, { bind: [shot, word] })
    return { kept: false }
  }
  return db.transaction(async transaction => {
    const [home] = await db.query<{ id: string; many: number }>(
      `SELECT p.id, (SELECT count(*)::integer FROM pronunciations w WHERE w.production_id = p.id AND w.word <> $2) AS many
       FROM productions p WHERE p.id = ${HOME} FOR NO KEY UPDATE`,
      { bind: [shot, word], type: QueryTypes.SELECT, transaction },
    )
    if (!home) throw noShot()
    if (home.many >= MOST) throw new Problem(409, 'full', 'A production keeps at most 5,000 pronunciations.')
    await db.query(
      `INSERT INTO pronunciations (production_id, word, sounds) VALUES ($1, $2, $3)
       ON CONFLICT (production_id, word) DO UPDATE SET sounds = $3, changed_at = now()`,
      { bind: [home.id, word, sounds], transaction },
    )
    return { kept: true }
  })
}
