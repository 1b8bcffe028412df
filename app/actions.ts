import { besideActions } from './beside/actions'
import { chartActions } from './chart/actions'
import type { Action } from './desk/action'
import { deskActions } from './desk/actions'
import { playActions } from './desk/play-actions'
import { foldActions } from './desk/fold-actions'
import { exchangeActions } from './exchange/actions'
import { figureActions } from './figures/actions'
import { footageActions } from './footage/actions'
import { ghostActions } from './ghosts/actions'
import { ghostSettings } from './ghosts/setting-actions'
import { guideActions } from './guide/actions'
import { handOffActions } from './hand-off/actions'
import { lightTableActions } from './light-table/actions'
import { lightTableSettings } from './light-table/setting-actions'
import { cycleActions } from './cycles/actions'
import { mouthActions } from './mouths/actions'
import { moveActions } from './moves/actions'
import { pictureActions } from './picture/actions'
import { poseActions } from './poses/actions'
import { railActions } from './rail/actions'
import { columnActions } from './sheet/actions-column'
import { exposureActions } from './sheet/actions-exposure'
import { selectActions } from './sheet/actions-select'
import { sheetSettings } from './sheet/setting-actions'
import { readingActions } from './reading/actions'
import { shelfActions } from './shelf/actions'
import { shotActions } from './shot/actions'
import { soundActions } from './sound/actions'
import { superimposeActions } from './superimpose/actions'
import { stateActions } from './states/actions'
import { travelActions } from './travel/actions'
import { tieActions } from './ties/actions'
import { trayActions } from './tray/actions'

/** Each room's actions, in the order in which lists show them. */
const rooms: readonly (readonly Action[])[] = [
  playActions,
  besideActions,
  deskActions,
  ghostActions,
  pictureActions,
  foldActions,
  lightTableActions,
  poseActions,
  railActions,
  chartActions,
  selectActions,
  exposureActions,
  columnActions,
  shotActions,
  stateActions,
  trayActions,
  shelfActions,
  figureActions,
  tieActions,
  superimposeActions,
  travelActions,
  exchangeActions,
  footageActions,
  soundActions,
  readingActions,
  mouthActions,
  cycleActions,
  moveActions,
  handOffActions,
  guideActions,
  ghostSettings,
  lightTableSettings,
  sheetSettings,
]

/** Everything the desk can do by key or by name. What else people call it is in `other-words.ts`. */
export const actions: readonly Action[] = placed(rooms.flat())

/** Those that stand behind another one put there, also one behind the other. */
function placed(all: readonly Action[]): Action[] {
  const out = all.filter(a => !a.after)
  let left = all.filter(a => a.after)
  while (left.length) {
    const ready = left.filter(a => out.some(x => x.id === a.after))
    if (!ready.length) throw new Error(`Nothing to stand behind: ${left.map(a => a.id).join(', ')}`)
    for (const a of ready) out.splice(out.findIndex(x => x.id === a.after) + 1, 0, a)
    left = left.filter(a => !ready.includes(a))
  }
  return out
}
