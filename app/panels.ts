import type { Component } from 'vue'
import PartsPanel from './figures/PartsPanel.vue'
import ReshapePanel from './light-table/ReshapePanel.vue'
import PosesPanel from './poses/PosesPanel.vue'
import ShotPanel from './shot/ShotPanel.vue'
import TrayPanel from './tray/TrayPanel.vue'
import StatesPanel from './states/StatesPanel.vue'
import type { SidePanelName } from './ui/side'

/** A panel of which one at a time is open. */
interface Panel {
  readonly component: Component
  /** Over the picture's right edge, or beside the picture. */
  readonly place: 'over' | 'beside'
  /** It begins anew when another column is worked on. */
  readonly ofColumn: boolean
}

export const panels: Readonly<Record<SidePanelName, Panel>> = {
  tray: { component: TrayPanel, place: 'over', ofColumn: true },
  poses: { component: PosesPanel, place: 'over', ofColumn: true },
  shot: { component: ShotPanel, place: 'over', ofColumn: false },
  states: { component: StatesPanel, place: 'over', ofColumn: false },
  parts: { component: PartsPanel, place: 'beside', ofColumn: true },
  reshape: { component: ReshapePanel, place: 'beside', ofColumn: false },
}
