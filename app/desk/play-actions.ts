import type { Undrawn } from '#core/pass'
import type { Action } from './action'
import { usePlayer } from './player'

/** What is played where nothing is drawn yet. */
const undrawn = (kind: Undrawn, name: string, hint: string): Action => ({
  id: `undrawn-${kind}`,
  name,
  hint,
  group: 'Look',
  keys: [],
  on: () => usePlayer().how.undrawn === kind,
  do: () => usePlayer().playAs({ undrawn: kind }),
})

/** Playing, and how unfinished work is played. */
export const playActions: readonly Action[] = [
  {
    id: 'play',
    name: 'Play or stop',
    group: 'Look',
    keys: ['Space'],
    do: d => {
      d.playing = !d.playing
    },
  },
  {
    id: 'play-poses',
    name: 'Play the poses only',
    hint: 'each is held up to the next one',
    group: 'Look',
    keys: ['Shift+Space'],
    on: () => usePlayer().how.posesOnly,
    do: () => usePlayer().playAs({ posesOnly: !usePlayer().how.posesOnly }),
  },
  undrawn('hold', 'Undrawn: hold the last drawing', 'while it plays, where nothing is drawn yet'),
  undrawn('blank', 'Undrawn: as they are, empty', 'while it plays, where nothing is drawn yet'),
  undrawn('skip', 'Undrawn: left out', 'while it plays, in the column that is worked on'),
]
