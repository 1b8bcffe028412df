import { strToU8, zipSync } from 'fflate'
import { writeSvg } from '#core/formats/svg'
import { contentMarks, paletteOf } from '#core/picture'
import type { Stroke } from '#core/stroke'
import type { Content, Drawing } from '#core/document'
import { filesOf } from '#core/document'
import { solidOf } from '~/desk/drafts'
import type { Focus, Scene } from '~/desk/scene'
import { server } from '~/sync/server'

/** What of a drawing goes out: all that is on it, or its figures only (a pose). */
export type SvgWhat = 'drawing' | 'pose'

const contentOf = (scene: Scene, focus: Focus, d: Drawing, what: SvgWhat): Content => {
  const content = solidOf(scene, scene.contents.of(scene, focus.stack!, d.id))
  return what === 'pose' ? { poses: content.poses, strokes: [] } : content
}

async function dataUrl(file: string): Promise<string> {
  const blob = await server.image(file)
  return new Promise((done, fail) => {
    const reader = new FileReader()
    reader.onload = () => done(String(reader.result))
    reader.onerror = () => fail(new Error('A picture could not be read.'))
    reader.readAsDataURL(blob)
  })
}

/** Drawings that go out as SVG: what of them, under which name, with these strokes. */
export interface SvgJob {
  readonly drawings: readonly Drawing[]
  readonly what: SvgWhat
  readonly name: string
  readonly strokes: Readonly<Record<string, Stroke>>
}

const fileName = (text: string): string => text.replace(/[^\w.-]+/g, '-')

/** Drawings of the active column as SVG: one file, or a zip of several. Throws where a picture cannot be fetched. */
export async function svgOut(scene: Scene, focus: Focus, job: SvgJob): Promise<{ blob: Blob; name: string }> {
  const { drawings, what, name, strokes } = job
  const [stack, column] = [focus.stack!, focus.column!]
  const contents = drawings.map(d => contentOf(scene, focus, d, what))
  const files = new Set(
    contents
      .flatMap(c => Object.keys(c.poses))
      .map(id => stack.subjects[id]!)
      .flatMap(s => (s ? filesOf(s) : [])),
  )
  const urls = new Map(await Promise.all([...files].map(async f => [f, await dataUrl(f)] as const)))
  const palette = paletteOf(column.ink, scene.shot.paper)
  const made = drawings.map((d, i) => {
    const marks = contentMarks(stack, contents[i]!, h => strokes[h])
    const layer = { column: column.id, drawing: d.id, strength: 1, palette, marks }
    return {
      name: fileName(`${name}-${column.name}-${d.number}.svg`),
      text: writeSvg(scene.shot.picture, null, [layer], f => urls.get(f)),
    }
  })
  const [only] = made
  if (made.length === 1) return { blob: new Blob([only!.text], { type: 'image/svg+xml' }), name: only!.name }
  const zip = zipSync(Object.fromEntries(made.map(m => [m.name, strToU8(m.text)])))
  return {
    blob: new Blob([zip as Uint8Array<ArrayBuffer>], { type: 'application/zip' }),
    name: fileName(`${name}-${column.name}-svg.zip`),
  }
}
