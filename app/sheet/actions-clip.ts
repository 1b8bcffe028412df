import type { Action } from '~/desk/action'
import { hasExposure } from '~/desk/action'
import type { Desk } from '~/desk/desk'
import { usePointed } from '~/desk/pointed'
import { tell } from '~/ui/messages'
import { blank, copyRange, paste } from './arrange'
import { landingWords } from './range'
import { useSheet } from './sheet'

/** Takes what is exposed here for pasting. Says so where there is nothing. */
function copyHere(d: Desk): boolean {
  const clip = copyRange(d.scene!, d.focus!)
  const some = clip.columns.some(c => c.exposures.length)
  if (some) {
    useSheet().clip = clip
    useSheet().clipMarked = true
    usePointed().copied = 'frames'
  }
  if (!some) tell('Nothing is exposed here yet, so there is nothing to copy.')
  return some
}

/** Copying and pasting what is exposed. */
export const clipActions: readonly Action[] = [
  {
    id: 'copy',
    name: 'Copy',
    hint: 'the selected frames, or the one under the playhead',
    group: 'Exposure',
    keys: ['$mod+KeyC'],
    when: () => usePointed().at !== 'tray',
    can: hasExposure,
    do: d => {
      const clip = copyHere(d)
      if (clip) tell(`Copied ${landingWords(d.scene!, d.focus!)}.`)
    },
  },
  {
    id: 'cut',
    name: 'Cut',
    hint: 'the selected frames, or the one under the playhead; a blank stays',
    group: 'Exposure',
    keys: ['$mod+KeyX'],
    can: hasExposure,
    do: d => {
      if (copyHere(d)) d.run(...blank(d.scene!, d.focus!))
    },
  },
  {
    id: 'paste',
    name: 'Paste over',
    hint: 'what is exposed here',
    group: 'Exposure',
    keys: ['$mod+KeyV'],
    when: () => usePointed().copied !== 'art',
    why: 'nothing was copied yet.',
    can: () => !!useSheet().clip,
    do: d => d.run(...paste(d.scene!, d.focus!, useSheet().clip!, { by: 'over' })),
  },
  {
    id: 'paste-push',
    name: 'Paste between',
    hint: 'what follows moves',
    group: 'Exposure',
    keys: ['$mod+Alt+KeyV'],
    when: () => usePointed().copied !== 'art',
    why: 'nothing was copied yet.',
    can: () => !!useSheet().clip,
    do: d => d.run(...paste(d.scene!, d.focus!, useSheet().clip!, { by: 'push' })),
  },
  {
    id: 'paste-copies',
    name: 'Paste as new copies',
    hint: 'between; what follows moves',
    group: 'Exposure',
    keys: [],
    can: () => !!useSheet().clip,
    why: 'nothing was copied yet.',
    do: d => d.run(...paste(d.scene!, d.focus!, useSheet().clip!, { by: 'push', copies: true })),
  },
]
