import { useBeside } from './beside/store'
import { useCharts } from './chart/store'
import { useCycles } from './cycles/store'
import { useDesk } from './desk/desk'
import { useDialogs } from './desk/dialogs'
import { useFolds } from './desk/folds'
import { useContextMenu } from './desk/menu'
import { usePlayer } from './desk/player'
import { useNaming } from './desk/naming'
import { usePointed } from './desk/pointed'
import { useExchange } from './exchange/store'
import { useFramesOut } from './hand-off/frames'
import { useSoundFile } from './hand-off/sound-file'
import { useLaid } from './ghosts/laid'
import { useGhosts } from './ghosts/store'
import { useSuperimpose } from './superimpose/store'
import { useLightTable } from './light-table/store'
import { usePicture } from './picture/store'
import { useRail } from './rail/store'
import { useTies } from './ties/store'
import { useSheet } from './sheet/sheet'
import { useMouths } from './mouths/store'
import { useMoves } from './moves/store'
import { useMessages } from './ui/messages'
import { usePoses } from './poses/store'
import { useShelf } from './shelf/store'
import { useSide } from './ui/side'
import { useReading } from './reading/store'
import { useSounds } from './sound/store'

/** The rooms' stores that forget what belongs to the shot that was open. */
const stores = [
  useSheet,
  useRail,
  useCharts,
  useGhosts,
  useLaid,
  useSuperimpose,
  useLightTable,
  usePicture,
  useExchange,
  useFramesOut,
  useSoundFile,
  usePlayer,
  useBeside,
  useDialogs,
  useFolds,
  useContextMenu,
  useSide,
  useMessages,
  usePointed,
  usePoses,
  useNaming,
  useTies,
  useShelf,
  useSounds,
  useReading,
  useMouths,
  useCycles,
  useMoves,
]

export function resetRooms(): void {
  for (const use of stores) use().reset()
}

/** What Escape lets go of, in this order: true where there was something. */
export function selections(): (() => boolean)[] {
  const [desk, table, rail, side] = [useDesk(), useLightTable(), useRail(), useSide()]
  return [
    () => letGo(useBeside().on, () => useBeside().stop()),
    () => letGo(!!useSounds().hearing, () => (useSounds().hearing = null)),
    () => letGo(!!table.selected, () => (table.selected = null)),
    () => letGo(rail.picked.size > 0, () => (rail.picked = new Set())),
    () => letGo(!!desk.selection, () => (desk.selection = null)),
    // The place where it would be pasted is not marked any more.
    () => letGo(useSheet().clipMarked, () => (useSheet().clipMarked = false)),
    () => letGo(!!usePicture().steady, () => (usePicture().steady = null)),
    () => letGo(useFolds().pictureOnly, () => (useFolds().pictureOnly = false)),
    // A panel closes by itself while it has the focus.
    () => letGo(!!side.open, () => (side.open = null)),
  ]
}

function letGo(has: boolean, clear: () => void): boolean {
  if (has) clear()
  return has
}
