import { parseArgs } from 'node:util'
import { hostile } from '../tests/hostile/run'
import { serve } from '../tests/support/server'

/** npm run hostile [-- --seed N --many 60]: sends what nobody means well with, over all routes, and tells what is wrong. */
const { values } = parseArgs({
  options: { seed: { type: 'string', default: '1' }, many: { type: 'string', default: '60' } },
})
const { server, db, stop } = await serve()
try {
  const { sent, unfitting, peakMb, idleMb } = await hostile(server, db, Number(values.seed), Number(values.many))
  console.log(unfitting.join('\n'))
  console.log(
    `${sent} requests, ${unfitting.length} unfitting; memory ${idleMb.toFixed(0)} MB, at most ${peakMb.toFixed(0)} MB`,
  )
  process.exitCode = unfitting.length ? 1 : 0
} finally {
  await stop()
}
