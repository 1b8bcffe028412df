import type { Component } from 'vue'
import ChartPanel from './chart/ChartPanel.vue'
import type { SidePanelName } from './ui/side'
import { defineAsyncComponent } from 'vue'

/** What the side slot can hold. */
interface Panel {
  readonly component: Component
  /** It begins anew when another column is worked on. */
  readonly ofColumn?: true
  /** It is read with the rail, which stays. */
  readonly withRail?: true
}

/** Loaded when it is first opened. */
const later = (load: () => Promise<{ default: Component }>): Component => defineAsyncComponent(load)

export const panels: Readonly<Record<SidePanelName, Panel>> = {
  chart: { component: ChartPanel, withRail: true },
  footage: { component: later(() => import('./footage/FootagePanel.vue')) },
  frames: { component: later(() => import('./sheet/FramesPanel.vue')) },
  ghosts: { component: later(() => import('./ghosts/GhostsPanel.vue')) },
  guide: { component: later(() => import('./guide/GuidePanel.vue')) },
  column: { component: later(() => import('./sheet/ColumnPanel.vue')) },
  cycles: { component: later(() => import('./cycles/CyclesPanel.vue')), ofColumn: true },
  export: { component: later(() => import('./hand-off/ExportPanel.vue')) },
  import: { component: later(() => import('./exchange/ImportPanel.vue')) },
  lines: { component: later(() => import('./light-table/LinesPanel.vue')), ofColumn: true },
  mouths: { component: later(() => import('./mouths/MouthsPanel.vue')), ofColumn: true },
  moves: { component: later(() => import('./moves/MovesPanel.vue')), ofColumn: true },
  'new-pose': { component: later(() => import('./poses/NewPosePanel.vue')), ofColumn: true },
  parts: { component: later(() => import('./figures/PartsPanel.vue')), ofColumn: true },
  pins: { component: later(() => import('./figures/PinPanel.vue')), ofColumn: true },
  poses: { component: later(() => import('./poses/PosesPanel.vue')), ofColumn: true },
  reading: { component: later(() => import('./reading/ReadingPanel.vue')) },
  reshape: { component: later(() => import('./light-table/ReshapePanel.vue')) },
  shelf: { component: later(() => import('./shelf/ShelfPanel.vue')) },
  shot: { component: later(() => import('./shot/ShotPanel.vue')) },
  sound: { component: later(() => import('./sound/SoundPanel.vue')) },
  states: { component: later(() => import('./states/StatesPanel.vue')) },
  tray: { component: later(() => import('./tray/TrayPanel.vue')), ofColumn: true },
}
