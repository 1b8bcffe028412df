import { toast } from 'vue-sonner'
import type { Desk, Preview } from '~/desk/desk'
import type { Draft } from '~/sync/session'
import { outcomeOf } from './arrange'
import type { RangeChange } from '~/desk/wishes'
import { overRange } from '~/desk/wishes'

/** Shows what changes of the selected frames give; asked a second time, they are taken. */
export function tryOver(d: Desk, name: string, drafts: readonly Draft[], tried: Preview | null = null): void {
  d.drop()
  if (!drafts.length) {
    toast(`${name}: there is nothing here to do that with.`)
    return
  }
  if (tried?.asked === name) {
    d.run(...tried.drafts)
    return
  }
  const why = d.tryOut(drafts)
  if (why) toast(why)
  else d.preview = { ...d.preview!, asked: name, words: `${name}: ${outcomeOf(d, d.preview!.shot)}.` }
}

/** Shows what an exposure over the range gives; asked a second time, it is taken. */
export function tryRange(d: Desk, draft: RangeChange, tried: Preview | null = null): void {
  d.drop()
  tryOver(d, rangeName(draft), overRange(d, draft), tried)
}

export const STEP_NAMES = ['', 'Ones', 'Twos', 'Threes', 'Fours', 'Fives', 'Sixes', 'Sevens', 'Eights']
export const rangeName = (w: RangeChange): string =>
  w.kind === 'expose'
    ? `${STEP_NAMES[w.step]} by ${w.by === 'push' ? 'push' : 'thinning'}`
    : w.kind === 'hold'
      ? 'Hold'
      : 'Blank'
