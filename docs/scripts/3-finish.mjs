// Finished pictures come back: each PNG of a folder lies in the place of the drawing whose number ends its name.
//   node 3-finish.mjs SHOT COLUMN FOLDER
// Give FINTRO_TOKEN: it writes.
import { randomUUID } from 'node:crypto'
import { readdir, readFile } from 'node:fs/promises'
import { join } from 'node:path'

const server = process.env.FINTRO_URL ?? 'http://127.0.0.1:3000'
const [id, columnName, folder] = process.argv.slice(2)

async function ask(path, body) {
  const writes = { method: 'POST', headers: { 'fintro-token': process.env.FINTRO_TOKEN ?? '' }, body }
  const answer = await fetch(server + path, body === undefined ? {} : writes)
  const given = await answer.json()
  if (!answer.ok) throw new Error(given.detail)
  return given
}

const { document: shot, revision } = await ask(`/api/shots/${id}`)
const plan = shot.plans[shot.planOrder[0]]
const column = Object.values(plan.columns).find(c => c.name === columnName)
if (!column) throw new Error(`There is no column ${columnName}.`)
const drawings = Object.values(shot.stacks[column.stack].drawings)
const finished = {}
for (const name of (await readdir(folder)).filter(f => f.endsWith('.png')).sort()) {
  const number = /0*(\d+[a-z]*)\.png$/.exec(name)?.[1]
  const drawing = drawings.find(d => d.number === number)
  if (!drawing) {
    console.log(`${name}: no drawing has this number`)
    continue
  }
  // Kept by the hash of its bytes before a command names it.
  const { hash, width, height } = await ask('/api/images', await readFile(join(folder, name)))
  const scale = Math.min(shot.picture.width / width, shot.picture.height / height)
  const at = [scale, 0, 0, scale, shot.picture.width / 2, shot.picture.height / 2]
  finished[drawing.id] = { file: hash, width, height, name, at }
}
const command = {
  id: randomUUID(),
  schema: 12,
  name: 'drawing.finish',
  args: { stack: column.stack, finished },
}
const { outcomes } = await ask(
  `/api/shots/${id}/commands`,
  JSON.stringify({ base: revision, commands: [command] }),
)
if (outcomes[0].status === 'refused') throw new Error(outcomes[0].refusal.message)
console.log(`${Object.keys(finished).length} drawings finished`)
