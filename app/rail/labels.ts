import { plural } from '#core/basic'
import { recipeLabel, recipeName, roomFor } from '#core/chart'
import type { Pass, Stretch } from '#core/pass'
import { fitsRecipe } from '#core/pass'
import { asKept } from '~/chart/fill'
import type { RailGrid } from './handles'

/** The label of a pass, beside its first pose: how it is spaced. */
export interface PassLabel {
  readonly run: string
  readonly fits: boolean
  readonly left: number
  /** px from the top of frame 1. */
  readonly top: number
  readonly text: string
  /** What it says in full, and what a click on it does: the action `chart`. */
  readonly title: string
}

interface LabelLook extends RailGrid {
  readonly sight: { readonly top: number; readonly bottom: number }
  readonly step: number
  readonly again: (pass: Pass) => boolean
}

/** Where labels stand: clear of the bars; beside a pose that stands further in (a breakdown), at the left edge. */
const [BESIDE, AT_EDGE] = [10, 2]
/** Labels nearer than this to the one above are left out, px. */
const APART = 11

/**
 * The labels of the passes that begin in sight (`sight`: px from the top of frame 1), `step` being the column's. A pass
 * without in-betweens that has no room for one either says nothing. `again` tells a pass whose chart was passed through
 * before.
 */
export function passLabels(stretches: readonly Stretch[], { sight, rows, scale, step, again }: LabelLook): PassLabel[] {
  const all = stretches
    .flatMap(s => s.sections)
    .filter(({ pass }) => rows.y(pass.from.start) > sight.top && rows.y(pass.from.start) < sight.bottom)
    .filter(({ pass }) => pass.members.length > 0 || roomFor(pass.from.start, pass.to.start, step) > 0)
    .map(({ pass, from }) => ({
      run: pass.from.run.id,
      left: from > 0.2 ? AT_EDGE : scale.x(0) + BESIDE,
      top: rows.y(pass.from.start),
      ...wordsFor(pass, again(pass)),
    }))
  return all.filter((l, i) => i === 0 || l.top - all[i - 1]!.top >= APART)
}

function wordsFor(pass: Pass, again: boolean): Pick<PassLabel, 'fits' | 'text' | 'title'> {
  const { chart, backward } = pass
  const n = pass.members.length
  const fits = fitsRecipe(pass)
  if (!chart?.ticks.length) {
    const text = [backward ? 'return' : again ? 'again' : '', '+ in-betweens', fits ? '' : 'refit']
    return {
      fits,
      text: text.filter(Boolean).join(' · '),
      title: 'Nothing between. Add in-betweens …',
    }
  }
  const recipe = asKept(pass, chart.recipe)
  const short = recipeLabel(recipe)
  const text = [backward ? 'return' : again ? 'again' : '', n ? `${short} · ${n}` : short, fits ? '' : 'refit']
  const once = again ? ', the same chart once more' : ''
  const refit = fits ? '' : ' The timing has changed since: it can be fitted again.'
  const title = `${recipeName(recipe)}, ${plural(n, 'in-between')}${once}.${refit} Spacing …`
  return { fits, text: text.filter(Boolean).join(' · '), title }
}
