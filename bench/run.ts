import { artSize } from './art'
import { inBrowser, ofArt } from './browser'
import { chartOrder, spacingSpan } from './charts'
import { deskOpen, pictureShare } from './desk'
import { diskUsed } from './disk'
import { commitGrowth } from './growth'
import { ofCarried } from './carried'
import { ofDrawn } from './drawn'
import { ofHandOff } from './hand-off'
import { importFootage } from './footage'
import { imagesByCli } from './cli'
import { searchCommands } from './search'
import { ofList } from './list'
import { ofSound } from './sound'
import { touchFollow } from './touch'
import { importNumber } from './import'
import { cycleEdit, cycleFill } from './cycles'
import { mouthsExpose } from './mouths'
import { newcomer } from './newcomer'
import { pdfGrowth } from './paper'
import { serverPeople } from './people'
import type { Row } from './row'
import { within } from './row'
import { serverCommit } from './server-commit'
import { serverScale } from './server-scale'
import { serverStall } from './server-stall'
import { sheetEdit } from './sheet-edit'
import { strokesBetween } from './strokes'
import { checkedEdit, commitBytes, linkedEdit, wideEdit } from './wide-edit'

/** npm run bench [-- --json] [-- --quick] [-- NAME …]: measures and prints; it never fails on a slow machine. */
const args = process.argv.slice(2)
const json = args.includes('--json')
const quick = args.includes('--quick')
const only = args.filter(a => !a.startsWith('-'))
const wants = (...names: string[]) => !only.length || names.some(n => only.includes(n))

const print = (r: Row): void => {
  if (json) {
    console.log(JSON.stringify({ ...r, value: Number(r.value.toFixed(4)) }))
    return
  }
  const parts = Object.entries(r.parts)
    .map(([k, v]) => `${k}: ${v}`)
    .join(', ')
  const value = `${r.value.toFixed(3).padStart(8)} ${r.unit.padEnd(6)}`
  const bound = `${r.better === 'lower' ? 'at most' : 'at least'} ${String(r.bound).padEnd(5)}`
  console.log(`${r.bench.padEnd(22)} ${value} ${bound} ${within(r) ? 'within ' : 'OUTSIDE'}  ${parts}`)
}

if (wants('sheet.edit.growth')) print(sheetEdit(quick))
if (wants('sheet.wide-edit')) print(wideEdit(quick))
if (wants('sheet.edit.linked')) print(linkedEdit(quick))
if (wants('document.check')) print(checkedEdit(quick))
if (wants('commit.bytes')) print(commitBytes())
if (wants('chart.order', 'chart.order.frame')) for (const row of chartOrder(quick)) print(row)
if (wants('spacing.span')) print(spacingSpan(quick))
if (wants('mouths.expose')) print(mouthsExpose(quick))
if (wants('cycle.edit')) print(cycleEdit(quick))
if (wants('cycle.fill')) print(cycleFill(quick))
if (wants('strokes.between')) print(strokesBetween(quick))
if (wants('server.commit.ratio')) print(await serverCommit(quick))
if (wants('server.scale.shots', 'server.scale.servers', 'server.cache'))
  for (const row of await serverScale(quick)) print(row)
if (wants('server.people')) print(await serverPeople(quick))
if (wants('server.stall', 'server.memory')) for (const row of await serverStall(quick)) print(row)
if (wants('desk.follow', 'rail.follow', 'play.on-time', 'sheet.open', 'sheet.scroll'))
  for (const row of await inBrowser(quick)) print(row)
if (wants('rail.follow.drawn', 'play.on-time.drawn', 'strokes.beside', 'strokes.pair'))
  for (const row of await ofDrawn(quick)) print(row)
if (wants('carried.cost', 'play.on-time.carried', 'steady.follow'))
  for (const row of await ofCarried(quick, wants)) print(row)
if (wants('export.pdf.growth')) print(await pdfGrowth(quick))
if (wants('export.movie', 'export.gif', 'export.images', 'export.follow'))
  for (const row of await ofHandOff(quick, wants)) print(row)
if (wants('import.number')) print(await importNumber(quick))
if (wants('import.footage')) print(await importFootage(quick))
if (wants('cli.images')) print(await imagesByCli(quick))
if (wants('search.commands')) print(searchCommands())
if (wants('list.2000', 'search.shots')) for (const row of await ofList(quick)) print(row)
if (wants('sound.sync', 'sound.slice', 'sound.open', 'play.on-time.sound'))
  for (const row of await ofSound(quick, wants)) print(row)
if (wants('touch.follow')) print(await touchFollow(quick))
if (wants('picture.share')) for (const row of await pictureShare()) print(row)
if (wants('desk.open', 'desk.bytes')) for (const row of await deskOpen(quick)) print(row)
if (wants('newcomer', 'newcomer.figure', 'newcomer.drawn', 'job.actions'))
  for (const row of await newcomer()) print(row)
if (wants('art.size')) print(await artSize(quick))
if (wants('pen.follow', 'pen.curve', 'ghosts.cost', 'shot.open.art'))
  for (const row of await ofArt(quick, wants)) print(row)
if (wants('commit.growth')) print(await commitGrowth(quick))
if (wants('disk.10k')) print(await diskUsed(quick))
