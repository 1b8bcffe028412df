import { library } from '#core/figure'
import type { Desk } from '~/desk/desk'
import { useTools } from '~/desk/tools'
import { placeFigure } from '~/figures/place'
import { server, ServerAway, ServerRefusal } from '~/sync/server'
import { tell } from '~/ui/messages'
import { useSide } from '~/ui/side'

/** The shot of the demo that shows most. */
const SAMPLE = 'gull-point-020'

/** What an empty shot can begin with. */
export const beginnings = {
  figure: (d: Desk): void => {
    useTools().tool = 'pose'
    placeFigure(d, library[0]!)
  },
  draw: (): void => {
    useTools().tool = 'pencil'
    tell('Draw on the paper: the drawing is exposed where the playhead is.')
  },
  import: (): void => {
    useSide().open = 'import'
  },
  sample: async (): Promise<void> => {
    try {
      if (await server.isThere(SAMPLE)) await navigateTo(`/shots/${SAMPLE}`)
      else tell('The sample shot is not on this server. ./start --fresh-demo brings it back.')
    } catch (error) {
      if (!(error instanceof ServerAway || error instanceof ServerRefusal)) throw error
      tell('The sample shot could not be opened.', { detail: error.message })
    }
  },
} as const
