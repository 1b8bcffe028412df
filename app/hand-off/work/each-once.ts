import { LRUCache } from 'lru-cache'
import type { WhichImage } from '../image-layers'
import type { ImagePlan } from '../image-names'
import { whichOf } from '../image-names'
import type { ImageDrawer } from './image-drawer'
import type { Ready } from './ready'

/** Draws and encodes images; several at the same time where it can. */
export interface Drawers {
  /** The file of an image. Throws HandOffFault. */
  file(which: WhichImage): Promise<Ready>
  /** Nothing more is asked for. */
  end(): void
}

/** Images of pictures that may come again are kept up to so many bytes. */
const KEPT_BYTES = 64 * 1024 * 1024

/** Has images made; equal ones are made once. */
export class EachOnce {
  private readonly kept = new LRUCache<string, Ready>({ maxSize: KEPT_BYTES, sizeCalculation: f => f.bytes.length })
  private readonly coming = new Map<string, Promise<Ready>>()

  constructor(
    private readonly keys: ImageDrawer,
    private readonly drawers: Drawers,
  ) {}

  /** How many are being made. */
  get making(): number {
    return this.coming.size
  }

  /** The file of an image. It may be asked for while others are being made. */
  async file(plan: ImagePlan): Promise<Ready> {
    const which = whichOf(plan)
    const key = this.keys.keyOf(which)
    const known = this.kept.get(key) ?? this.coming.get(key)
    if (known) return known
    const coming = this.drawers.file(which)
    this.coming.set(key, coming)
    const made = await coming.finally(() => this.coming.delete(key))
    this.kept.set(key, made)
    return made
  }
}
