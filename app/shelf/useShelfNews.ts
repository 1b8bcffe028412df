import { useEventListener } from '@vueuse/core'
import { watch } from 'vue'
import { plural } from '#core/basic'
import { useDesk } from '~/desk/desk'
import { AskFault } from '~/sync/ask'
import { tell } from '~/ui/messages'
import { useSide } from '~/ui/side'
import { useShelf } from './store'

/** So often at most the shelf is asked when one comes back to this window, ms. */
const AGAIN = 30_000

/** While a shot is open: whether there are newer versions of what was taken from the shelf, told once each. */
export function useShelfNews(): void {
  const [desk, shelf, side] = [useDesk(), useShelf(), useSide()]
  const told = new Set<string>()
  let asked = 0

  async function look(): Promise<void> {
    if (!desk.session || desk.session.readOnly) return
    asked = Date.now()
    // Without the server there is nothing new; work goes on.
    await shelf.check().catch((error: unknown) => {
      if (!(error instanceof AskFault)) throw error
    })
    const news = shelf.newer.filter(({ thing }) => !told.has(`${thing.id} ${thing.version}`))
    for (const { thing } of news) told.add(`${thing.id} ${thing.version}`)
    if (!news.length || side.open === 'shelf') return
    const [first] = news
    const what =
      news.length === 1
        ? `A newer version of “${first!.thing.name}”`
        : `Newer versions of ${plural(news.length, 'thing')}`
    tell(`${what} ${news.length === 1 ? 'is' : 'are'} on the shelf.`, {
      offers: [{ label: 'Look', do: () => side.show('shelf', '') }],
    })
  }
  watch(
    () => desk.session,
    () => {
      told.clear()
      void look()
    },
  )
  useEventListener('focus', () => {
    if (Date.now() - asked > AGAIN) void look()
  })
}
