// Prints what each column of a shot exposes: number × frames, X for blank.
//   node 1-exposures.mjs          lists the shots
//   node 1-exposures.mjs SHOT     prints one, by its id
const server = process.env.FINTRO_URL ?? 'http://127.0.0.1:3000'

async function get(path) {
  const answer = await fetch(server + path)
  const body = await answer.json()
  if (!answer.ok) throw new Error(body.detail)
  return body
}

const [id] = process.argv.slice(2)
if (!id) {
  // The list comes page by page.
  for (let from = 0, total = 1; from < total; from += 200) {
    const page = await get(`/api/shots?from=${from}&many=200`)
    total = page.total
    for (const { name, shots } of page.productions)
      for (const shot of shots) console.log(`${shot.id}  ${name}  ${shot.name}  ${shot.length} frames`)
  }
} else {
  const { document: shot } = await get(`/api/shots/${id}`)
  const plan = shot.plans[shot.planOrder[0]]
  for (const column of plan.order.map(c => plan.columns[c])) {
    const { drawings } = shot.stacks[column.stack]
    const runs = column.runs.map(r => `${r.drawing ? drawings[r.drawing].number : 'X'}×${r.frames}`)
    console.log(`${column.name}: ${runs.join(' ')}`)
  }
}
