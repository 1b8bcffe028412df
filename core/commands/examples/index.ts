import type { Example } from './kit'
import { carried } from './carried'
import { charted } from './charted'
import { drawn } from './drawn'
import { timed } from './timed'

export type { Example } from './kit'
export { FILES, SHOT, STROKES } from './kit'

/**
 * Every command at least once, each as it is sent: one after the other they are applied to a new shot of 60 frames whose
 * id is `SHOT`, once `STROKES` and `FILES` are kept.
 */
export const EXAMPLES: readonly (Example & { readonly id: string })[] = [
  ...drawn,
  ...charted,
  ...timed,
  ...carried,
].map((e, i) => ({ id: `example-${String(i + 1).padStart(3, '0')}`, ...e }))
