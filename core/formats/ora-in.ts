import { unzipSync } from 'fflate'
import { plural } from '../basic'
import type { Node } from './svg-nodes'
import { nodesIn, numberOf, refusal } from './svg-nodes'

/** More layers than this are not read; nor does the file grow to more bytes than this. */
export const MOST_LAYERS = 100
const MOST_BYTES = 256 * 1024 * 1024
const MOST_SIDE = 8192

/** A layer as a picture: its bytes, and where its upper left corner lies, px. */
export interface OraLayer {
  readonly name: string
  readonly hidden: boolean
  /** How strongly it is seen, 0 to 1. */
  readonly strength: number
  readonly bytes: Uint8Array
  readonly x: number
  readonly y: number
}
export interface OraRead {
  readonly ok: true
  readonly width: number
  readonly height: number
  /** From back to front. */
  readonly layers: readonly OraLayer[]
  /** All of it as one picture, where the file has that. */
  readonly merged: Uint8Array | null
  /** What did not enter, in words. */
  readonly left: readonly string[]
}
export type OraOutcome = OraRead | { readonly ok: false; readonly message: string }

/** The first bytes of a zip archive. */
export const isZip = (head: Uint8Array): boolean => [0x50, 0x4b, 3, 4].every((b, i) => head[i] === b)

/**
 * Reads the layers of an OpenRaster picture (OpenRaster 0.0.6: a zip archive with `stack.xml`, whose elements go from
 * front to back; stacks in stacks are taken apart, what they say of being seen goes on to what is in them).
 */
export function readOra(bytes: Uint8Array): OraOutcome {
  const files = filesIn(bytes)
  if (typeof files === 'string') return { ok: false, message: files }
  const text = files['stack.xml'] && new TextDecoder().decode(files['stack.xml'])
  if (!text)
    return { ok: false, message: 'It is a zip archive, but no OpenRaster picture: there is no stack.xml in it.' }
  const fault = refusal(text)
  if (fault) return { ok: false, message: fault }
  let image: Node | undefined
  try {
    image = nodesIn(text).find(n => n.name === 'image')
  } catch {
    return { ok: false, message: 'Its list of layers is no whole XML.' }
  }
  const [width, height] = [numberOf(image?.attributes.w), numberOf(image?.attributes.h)]
  const root = image?.children.find(n => n.name === 'stack')
  if (!width || !height || width < 1 || height < 1 || !root)
    return { ok: false, message: 'Its list of layers says neither its size nor its layers.' }
  if (Math.max(width, height) > MOST_SIDE)
    return { ok: false, message: `It is ${width} × ${height} px; at most ${MOST_SIDE} px a side are read.` }
  const found: Gathered = { files, layers: [], left: [] }
  gather(root, { hidden: false, strength: 1, x: 0, y: 0 }, found)
  const all = found.layers.length
  if (all > MOST_LAYERS) found.left.push(`${plural(all - MOST_LAYERS, 'layer')} more than ${MOST_LAYERS}`)
  const layers = found.layers.slice(0, MOST_LAYERS).reverse()
  return { ok: true, width, height, layers, merged: files['mergedimage.png'] ?? null, left: found.left }
}

type Files = Record<string, Uint8Array>

function filesIn(bytes: Uint8Array): Files | string {
  let [size, most] = [0, 0]
  try {
    return unzipSync(bytes, {
      filter: ({ name, originalSize }) => {
        if (!/^(stack\.xml|mergedimage\.png|data\/.*\.png)$/i.test(name)) return false
        size += originalSize
        most = Math.max(most, size)
        if (most > MOST_BYTES) throw new RangeError()
        return true
      },
    })
  } catch (error) {
    return error instanceof RangeError && most > MOST_BYTES
      ? `What is in it is larger than ${MOST_BYTES / 1024 / 1024} MB.`
      : 'It is damaged or cut off: the archive cannot be read.'
  }
}

interface Gathered {
  readonly files: Files
  readonly layers: OraLayer[]
  readonly left: string[]
}
/** What the stacks around a layer say of it. */
type Around = Pick<OraLayer, 'hidden' | 'strength' | 'x' | 'y'>

function gather(stack: Node, around: Around, to: Gathered): void {
  for (const node of stack.children) {
    const { attributes: a } = node
    const name = (a.name ?? '').trim()
    const here: Around = {
      hidden: around.hidden || a.visibility === 'hidden',
      strength: around.strength * Math.max(0, Math.min(1, numberOf(a.opacity) ?? 1)),
      x: around.x + (numberOf(a.x) ?? 0),
      y: around.y + (numberOf(a.y) ?? 0),
    }
    if (a['composite-op'] && a['composite-op'] !== 'svg:src-over')
      to.left.push(`how ${name || 'a layer'} is blended with what is behind it: it lies over it`)
    if (node.name === 'stack') gather(node, here, to)
    else if (node.name !== 'layer') to.left.push(`an element “${node.name}”`)
    else {
      const bytes = Object.hasOwn(to.files, a.src ?? '') ? to.files[a.src!] : undefined
      if (bytes) to.layers.push({ name, ...here, bytes })
      else to.left.push(`${name || 'a layer'}: its picture is not in the file`)
    }
  }
}
