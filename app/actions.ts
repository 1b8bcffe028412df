import { chartActions } from './chart/actions'
import type { Action } from './desk/action'
import { deskActions } from './desk/actions'
import { exchangeActions } from './exchange/actions'
import { figureActions } from './figures/actions'
import { ghostActions } from './ghosts/actions'
import { artActions, penActions } from './light-table/actions'
import { pictureActions } from './picture/actions'
import { poseActions } from './poses/actions'
import { railActions } from './rail/actions'
import { exposureActions } from './sheet/actions-exposure'
import { selectActions } from './sheet/actions-select'
import { shotActions } from './shot/actions'
import { travelActions } from './travel/actions'
import { trayActions } from './tray/actions'

/** Each room's actions, in the order in which lists show them. */
const rooms: readonly (readonly Action[])[] = [
  deskActions,
  ghostActions,
  pictureActions,
  poseActions,
  railActions,
  chartActions,
  artActions,
  selectActions,
  exposureActions,
  shotActions,
  trayActions,
  penActions,
  figureActions,
  travelActions,
  exchangeActions,
]

/** Everything the desk can do by key or by name. */
export const actions: readonly Action[] = placed(rooms.flat())

/** Those that stand behind another one put there. */
function placed(all: readonly Action[]): Action[] {
  const out = all.filter(a => !a.after)
  for (const a of all) if (a.after) out.splice(out.findIndex(x => x.id === a.after) + 1, 0, a)
  return out
}
