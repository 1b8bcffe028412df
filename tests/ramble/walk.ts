import type { Browser } from '@playwright/test'
import type { Sequelize } from 'sequelize'
import { equal, openShot } from '../../core/document'
import { loadDemo } from '../support/demo'
import type { FintroServer } from '../support/server'
import { newTestId } from '../support/server'
import type { Step } from './steps'
import { RambleWindow } from './window'

export interface Ground {
  readonly browser: Browser
  readonly server: FintroServer
  readonly db: Sequelize
}
export interface Walked {
  readonly steps: readonly Step[]
  /** What went wrong; null where nothing did. */
  readonly fault: string | null
}

/** After so many steps it is looked whether all is well. */
const LOOK_EVERY = 25

/**
 * Does steps on a demo shot of its own until they end, the time is up, or something goes wrong. All is well when pages
 * say nothing wrong, the desk takes keys, what is saved is what is shown, and (in a single window) undoing everything
 * leads back.
 */
export async function walk(ground: Ground, steps: Iterable<Step>, windows: number, until = Infinity): Promise<Walked> {
  const walker = await Walker.begin(ground, windows)
  try {
    return await walker.go(steps, until)
  } finally {
    await walker.end()
  }
}

class Walker {
  private away = false
  private readonly done: Step[] = []

  private constructor(
    private readonly ground: Ground,
    private readonly id: string,
    private readonly windows: RambleWindow[],
    private readonly leave: () => Promise<void>,
  ) {}

  static async begin(ground: Ground, count: number): Promise<Walker> {
    const id = newTestId()
    await loadDemo(ground.db, id)
    const context = await ground.browser.newContext({ viewport: { width: 1280, height: 800 } })
    const windows: RambleWindow[] = []
    const walker = new Walker(ground, id, windows, () => context.close())
    for (let i = 0; i < count; i++) {
      const window = new RambleWindow(context, `${ground.server.url}/shots/${id}`, () => !walker.away)
      await window.open()
      windows.push(window)
    }
    return walker
  }

  end = (): Promise<void> => this.leave()

  async go(steps: Iterable<Step>, until: number): Promise<Walked> {
    try {
      const first = await this.stored()
      for (const step of steps) {
        if (Date.now() > until) break
        this.done.push(step)
        await this.step(step)
        const fault = this.fault() ?? (this.done.length % LOOK_EVERY ? null : await this.look())
        if (fault) return await this.failed(fault)
      }
      const fault = (await this.look()) ?? (await this.back(first))
      return fault ? await this.failed(fault) : { steps: this.done, fault }
    } catch (error) {
      return this.failed(this.fault() ?? `the walk broke off: ${(error as Error).message}`)
    }
  }

  /** A picture of each window goes with a fault. */
  private async failed(fault: string): Promise<Walked> {
    for (const [i, w] of this.windows.entries()) await w.picture(`test-results/ramble-window-${i}.png`)
    return { steps: this.done, fault }
  }

  private async step(step: Step): Promise<void> {
    if (step.kind !== 'kill') return this.windows[step.window]!.do(step)
    this.away = true
    await this.ground.server.kill('SIGKILL')
    await this.ground.server.start()
    // What was on its way is answered, or not, a moment later.
    setTimeout(() => (this.away = false), 500)
  }

  private fault = (): string | null => this.windows.flatMap(w => w.faults)[0] ?? null

  /** What is not well; null where all is. */
  private async look(): Promise<string | null> {
    for (const w of this.windows) await w.letGo()
    for (const w of this.windows) await w.saved()
    const stored = await this.stored()
    for (const [i, w] of this.windows.entries())
      if (!(await this.same(w, stored))) return `window ${i} shows another shot than the stored one`
    return this.fault()
  }

  /** Another window's change may be on its way for a moment. */
  private async same(window: RambleWindow, stored: unknown): Promise<boolean> {
    for (let i = 0; i < 50; i++) {
      if (equal(await window.document(), stored)) return true
      await new Promise(r => setTimeout(r, 100))
    }
    return false
  }

  private async back(first: unknown): Promise<string | null> {
    const [window, more] = this.windows
    if (more) return null
    const n = await window!.undoAll()
    await window!.saved()
    const fault = this.fault()
    if (fault) return fault
    // Of more than a thousand steps the first are not kept.
    return n >= 1000 || equal(await this.stored(), first) ? null : 'undoing everything does not lead back'
  }

  private async stored(): Promise<unknown> {
    const answer = await fetch(`${this.ground.server.url}/api/shots/${this.id}`)
    const { document } = (await answer.json()) as { document: unknown }
    const opened = openShot(document)
    if (!opened.ok) throw new Error(`the stored shot does not open: ${opened.message}`)
    return document
  }
}
