import { tell } from '~/ui/messages'
import type { Draft } from '#core/commands'
import type { Preview } from '~/desk/desk'
import { useDesk } from '~/desk/desk'
import { outcomeOf } from './arrange'
import type { RangeChange } from './range'
import { overRange } from './range'

/**
 * Shows what changes of the selected frames give; asked a second time (`tried` is what was shown then), they are taken.
 */
export function tryOver(name: string, drafts: readonly Draft[], tried: Preview | null = null): void {
  const desk = useDesk()
  desk.drop()
  if (!drafts.length) {
    tell(`${name}: there is nothing here to do that with.`)
    return
  }
  if (tried?.asked === name) {
    desk.run(...tried.drafts)
    return
  }
  const why = desk.tryOut(drafts)
  const { preview, stored } = desk
  // Resting on a choice, reaching it and taking it are refused alike: that is told once.
  if (why) tell(why)
  else if (preview && stored)
    desk.preview = {
      ...preview,
      asked: name,
      words: `${name}: ${outcomeOf(stored.scene, stored.focus, preview.shot)}.`,
    }
}

/** Shows what an exposure over the range gives; asked a second time, it is taken. */
export function tryRange(change: RangeChange, tried: Preview | null = null): void {
  const desk = useDesk()
  desk.drop()
  tryOver(rangeName(change), overRange(desk.scene!, desk.focus!, change), tried)
}

export const STEP_NAMES = ['', 'Ones', 'Twos', 'Threes', 'Fours', 'Fives', 'Sixes', 'Sevens', 'Eights']

export function rangeName(change: RangeChange): string {
  if (change.kind === 'expose')
    return `${STEP_NAMES[change.step]}, ${change.by === 'push' ? 'keep drawings' : 'keep length'}`
  return change.kind === 'hold' ? 'Hold' : 'Blank'
}
