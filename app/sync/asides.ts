import type { SetAside } from './browser-store'
import { browserStore } from './browser-store'
import type { Writes } from './writes'

/** Changes of one shot that the server never takes, kept in the browser to be exported or thrown away. */
export class Asides {
  /** How many there are. */
  count = 0

  constructor(
    private readonly shot: string,
    private readonly writes: Writes,
    private readonly changed: () => void,
  ) {}

  /** All of them. Throws where the browser's store cannot be read. */
  all = (): Promise<SetAside[]> => browserStore.setAside(this.shot)

  /** Keeps one more; false where the browser keeps nothing. */
  async put({ command, label, reason }: Pick<SetAside, 'command' | 'label' | 'reason'>): Promise<boolean> {
    const aside = { id: command.id, shot: this.shot, command, label, reason, at: new Date().toISOString() }
    const kept = await this.writes.add(() => browserStore.putAside(aside))
    await this.look()
    return kept
  }

  async discard({ id }: SetAside): Promise<void> {
    await this.writes.add(() => browserStore.dropAside(id))
    await this.look()
  }

  /** Counts them anew: another window may have set some aside. */
  async look(): Promise<void> {
    this.count = await this.all().then(
      list => list.length,
      () => this.count,
    )
    this.changed()
  }
}
