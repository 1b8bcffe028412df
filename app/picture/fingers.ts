import type { Vec } from '#core/motion'
import type { Grip } from '~/ui/grip'
import { gripOf } from '~/ui/grip'

/** What a finger does: nothing yet, what the tool in hand does, moving the view, or nothing until all are lifted. */
type State = 'none' | 'waiting' | 'tool' | 'view' | 'spent'

/** A finger on the glass, px. */
export interface Finger extends Vec {
  readonly pointerId: number
}
/** What fingers bring about. */
export interface Doing<E> {
  readonly begin: (e: E) => void
  readonly move: (e: E) => void
  readonly end: (e: E) => void
  readonly cancel: () => void
  readonly view: (before: Grip, now: Grip) => void
  /** The hand of a pen: fingers do nothing. */
  readonly isPalm: (e: E) => boolean
  /** Fingers do not draw: one moves the view. */
  readonly onlyPen: () => boolean
}

/** A second finger comes within this time, ms, or the first one means the tool. */
const WAIT_MS = 70
/** A finger that went so far means the tool at once, px. */
const STRAY = 5
/** Within this time what a first finger began is let go for a second one, ms; later that one is a hand. */
const LET_GO_MS = 300

/**
 * Tells fingers apart. One is the tool's: it waits a moment for a second one, so that two that come down one after the
 * other leave no mark. Two move and zoom the view; what the first had begun just before is let go. When one of two is
 * lifted the other does nothing any more.
 */
export class Fingers<E extends Finger> {
  private readonly down = new Map<number, Vec>()
  private state: State = 'none'
  private first: { readonly e: E; readonly at: number } | null = null
  private timer: ReturnType<typeof setTimeout> | undefined
  constructor(
    private readonly doing: Doing<E>,
    private readonly now: () => number = () => performance.now(),
  ) {}

  /** A finger is on the glass. */
  get busy(): boolean {
    return this.down.size > 0
  }

  press(e: E): void {
    if (this.doing.isPalm(e)) {
      this.rest()
      return
    }
    this.down.set(e.pointerId, { x: e.x, y: e.y })
    if (this.down.size === 1) this.pressFirst(e)
    else if (this.down.size === 2) this.pressSecond()
  }

  private pressFirst(e: E): void {
    this.first = { e, at: this.now() }
    this.state = this.doing.onlyPen() ? 'view' : 'waiting'
    if (this.state === 'waiting') this.timer = setTimeout(() => this.start(), WAIT_MS)
  }

  private pressSecond(): void {
    if (this.state === 'tool') {
      if (this.now() - this.first!.at > LET_GO_MS) return
      this.doing.cancel()
    } else if (this.state === 'spent') return
    clearTimeout(this.timer)
    this.state = 'view'
  }

  move(e: E): void {
    const before = this.down.get(e.pointerId)
    if (!before) return
    const grip = this.grip()
    this.down.set(e.pointerId, { x: e.x, y: e.y })
    if (this.state === 'view') this.doing.view(grip, this.grip())
    else if (this.first?.e.pointerId !== e.pointerId) return
    else if (this.state === 'tool') this.doing.move(e)
    else if (this.state === 'waiting' && Math.hypot(e.x - this.first.e.x, e.y - this.first.e.y) > STRAY) {
      this.start()
      this.doing.move(e)
    }
  }

  lift(e: E): void {
    if (!this.down.has(e.pointerId)) return
    if (this.first?.e.pointerId === e.pointerId) {
      if (this.state === 'waiting') this.start()
      if (this.state === 'tool') this.doing.end(e)
      if (this.state !== 'view') this.state = 'spent'
    }
    this.release(e)
  }

  /** It is no finger any more: the browser, or a menu that was asked for, took it. */
  drop(e: E): void {
    if (!this.down.has(e.pointerId)) return
    if (this.first?.e.pointerId === e.pointerId) this.rest()
    this.release(e)
  }

  private release(e: E): void {
    this.down.delete(e.pointerId)
    if (!this.down.size) this.state = 'none'
    else if (this.state === 'view' && !this.doing.onlyPen()) this.state = 'spent'
  }

  /** What is on the glass does nothing until it is lifted. */
  private rest(): void {
    clearTimeout(this.timer)
    if (this.state === 'tool') this.doing.cancel()
    if (this.down.size) this.state = 'spent'
  }

  private start(): void {
    clearTimeout(this.timer)
    if (this.state !== 'waiting') return
    this.state = 'tool'
    this.doing.begin(this.first!.e)
  }

  private grip(): Grip {
    const [a, b] = [...this.down.values()]
    return gripOf(a!, b)
  }
}
