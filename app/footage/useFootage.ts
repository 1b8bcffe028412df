import { onScopeDispose, watch } from 'vue'
import { footageKey } from '#core/picture'
import { useDesk } from '~/desk/desk'
import { usePlayer } from '~/desk/player'
import type { Decoded } from '~/sync/bitmaps'
import { bitmaps } from '~/sync/bitmaps'
import { tell } from '~/ui/messages'
import { usePaintCounts } from '~/ui/paint/counts'
import type { Wanted } from './frames-wanted'
import { wantedOf, nextFrames } from './frames-wanted'
import { isNotRead, OpenFootage } from './open'

/** Footage that could not be fetched is asked for again after this time. */
const AGAIN_MS = 3000

/** A file of footage: opened when it is first seen, and what of it is on its way. */
class Film {
  private open: OpenFootage | null = null
  private opening = false
  private asked: ReadonlySet<string> = new Set()
  private readonly failed = new Set<string>()
  private closed = false

  constructor(
    private readonly file: string,
    private readonly fetched: () => Promise<Blob>,
    private readonly hear: {
      came: (key: string) => void
      /** More can be asked for. */
      ready: () => void
      refused: (reason: string) => void
    },
  ) {}

  /** Has these decoded, unless they are at hand or on their way. */
  want(list: readonly Wanted[]): void {
    const missing = list.filter(m => !bitmaps.has(m.key) && !this.failed.has(m.key))
    if (!missing.length || this.closed) return
    if (!this.open) return void this.begin()
    if (this.asked.has(missing[0]!.key)) return
    this.asked = new Set(missing.map(m => m.key))
    const given = new Map(missing.map(m => [m.second, m.key]))
    this.open.ask([...given.keys()], {
      picture: (second, picture) => this.take(given.get(second) ?? footageKey(this.file, second), picture),
      done: () => {
        this.asked = new Set()
        this.hear.ready()
      },
    })
  }

  private take(key: string, picture: Decoded | null): void {
    if (this.closed) return picture?.close()
    if (picture) bitmaps.put(key, picture)
    else this.failed.add(key)
    this.hear.came(key)
  }

  private async begin(): Promise<void> {
    if (this.opening) return
    this.opening = true
    const bytes = await this.fetched().catch(() => null)
    const open = bytes && !this.closed ? await OpenFootage.open(bytes) : null
    if (this.closed) {
      if (open && !isNotRead(open)) open.close()
    } else if (!open) {
      setTimeout(() => {
        this.opening = false
        this.hear.ready()
      }, AGAIN_MS)
    } else if (isNotRead(open)) this.hear.refused(open.reason)
    else {
      this.open = open
      this.hear.ready()
    }
  }

  close(): void {
    this.closed = true
    this.open?.close()
  }
}

/** Has the footage that is seen, and what of it is seen next, decoded; nothing of it is decoded before. */
export function useFootage(): void {
  const [desk, player, counts] = [useDesk(), usePlayer(), usePaintCounts()]
  const films = new Map<string, Film>()
  /** What is seen now, by its names among pictures. */
  let seen: ReadonlySet<string> = new Set()

  function filmOf(file: string, name: string): Film {
    const known = films.get(file)
    if (known) return known
    const { pictures } = desk.session!
    const fresh = new Film(file, () => pictures.bytes(file), {
      // What is only decoded ahead is not drawn anew for.
      came: key => {
        if (seen.has(key)) counts.arrivals += 1
      },
      ready: look,
      refused: reason => tell(`${name} cannot be shown: ${reason}`),
    })
    films.set(file, fresh)
    return fresh
  }

  function look(): void {
    const { shown, columns, session } = desk
    if (!shown || !session) return
    const wanted = (frames: readonly number[]) => wantedOf(columns, frames, shown.rate)
    seen = new Set([...wanted([desk.frame]).values()].flatMap(list => list.map(w => w.key)))
    for (const [file, list] of wanted(nextFrames(desk.frame, desk.playing, player.frames))) {
      const name = columns.find(c => c.footage?.file === file)!.footage!.name
      if (list.length) filmOf(file, name).want(list)
    }
  }

  function closeAll(): void {
    for (const film of films.values()) film.close()
    films.clear()
  }
  watch([() => desk.shown, () => desk.frame, () => desk.playing, () => player.frames], look)
  watch(() => desk.session, closeAll, { flush: 'sync' })
  onScopeDispose(closeAll)
}
