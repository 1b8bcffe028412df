// Makes a shot with two keys, and three in-betweens on twos between them, slowing out of the first.
//   node 2-plan.mjs PRODUCTION NAME
// Prints the id of the shot. Give FINTRO_TOKEN: it writes.
import { randomUUID } from 'node:crypto'

const server = process.env.FINTRO_URL ?? 'http://127.0.0.1:3000'
const [production = 'Trials', name = 'Planned by a script'] = process.argv.slice(2)
/** The form of commands that this script was written for. The server brings older ones up to date. */
const schema = 12
const newId = () => randomUUID()

async function send(path, body) {
  const answer = await fetch(server + path, {
    method: 'POST',
    headers: { 'fintro-token': process.env.FINTRO_TOKEN ?? '', 'content-type': 'application/json' },
    body: JSON.stringify(body),
  })
  const given = await answer.json()
  if (!answer.ok) throw new Error(given.detail)
  return given
}

const id = newId()
const picture = { width: 1920, height: 1080 }
await send('/api/shots', { id, production, name, picture, rate: { num: 24, den: 1 }, paper: '#fffdf6', length: 24 })
// What a new shot has is named after it.
const [column, plan] = [`${id}.2`, `${id}.3`]
const where = { plan, column }
const [first, second] = [newId(), newId()]
const content = { poses: {}, strokes: [] }
const key = (number, drawing) => ({ id: drawing, number, role: 'key', content })
const commands = [
  { id: newId(), name: 'column.set', args: { ...where, name: 'Keeper' } },
  { id: first, name: 'pose.add', args: { ...where, drawing: key('1', 'one'), where: { onFrame: 1 } } },
  { id: second, name: 'pose.add', args: { ...where, drawing: key('9', 'two'), where: { afterLast: 9 } } },
  {
    id: newId(),
    name: 'chart.fill',
    args: {
      ...where,
      chart: 'to-nine',
      // What a command makes has its id, a dot and a count: here the exposures.
      from: { run: `${first}.0`, at: 1 },
      to: { run: `${second}.0`, at: 10 },
      ticks: [0.125, 0.25, 0.5].map((u, i) => ({ drawing: `between-${i}`, number: String(3 + i * 2), u })),
      recipe: { family: 'halves', slow: 'first' },
      step: 2,
    },
  },
  // The second key is held to the end.
  { id: newId(), name: 'run.push', args: { ...where, run: { run: `${second}.0`, at: 10 }, delta: 13 } },
]
const { outcomes } = await send(`/api/shots/${id}/commands`, {
  base: 0,
  commands: commands.map(c => ({ ...c, schema })),
})
for (const o of outcomes) if (o.status === 'refused') throw new Error(o.refusal.message)
console.log(id)
