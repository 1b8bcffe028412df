import { strToU8, zipSync } from 'fflate'
import { writeSvg } from '#core/formats/svg'
import { contentMarks, paletteOf } from '#core/picture'
import type { Content, Drawing } from '#core/document'
import type { Desk } from '~/desk/desk'
import { server } from '~/sync/server'

/** What of a drawing goes out: all that is on it, or its figures only (a pose). */
export type SvgWhat = 'drawing' | 'pose'

const contentOf = (desk: Desk, d: Drawing, what: SvgWhat): Content => {
  const content = desk.contents.of(desk.shot!, desk.plan!, desk.stack!, d.id)
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

/** Drawings of the active column as SVG: one file, or a zip of several. Throws where a picture cannot be fetched. */
export async function svgOut(
  desk: Desk,
  drawings: readonly Drawing[],
  what: SvgWhat,
  name: string,
): Promise<{ blob: Blob; name: string }> {
  const strokes = await desk.session!.allStrokes()
  const { stack, column, shown } = desk
  const contents = drawings.map(d => contentOf(desk, d, what))
  const files = new Set(
    contents
      .flatMap(c => Object.keys(c.poses))
      .map(id => stack!.subjects[id]!)
      .flatMap(s => (s?.kind === 'image' ? [s.file] : [])),
  )
  const urls = new Map(await Promise.all([...files].map(async f => [f, await dataUrl(f)] as const)))
  const made = drawings.map(
    (d, i) =>
      [
        `${name}-${column!.name}-${d.number}.svg`.replace(/[^\w.-]+/g, '-'),
        writeSvg(
          shown!.picture,
          null,
          [
            {
              column: column!.id,
              drawing: d.id,
              strength: 1,
              palette: paletteOf(column!.ink, shown!.paper),
              marks: contentMarks(stack!, contents[i]!, h => strokes[h]),
            },
          ],
          f => urls.get(f),
        ),
      ] as const,
  )
  if (made.length === 1) return { blob: new Blob([made[0]![1]], { type: 'image/svg+xml' }), name: made[0]![0] }
  const zip = zipSync(Object.fromEntries(made.map(([file, text]) => [file, strToU8(text)])))
  return {
    blob: new Blob([zip as Uint8Array<ArrayBuffer>], { type: 'application/zip' }),
    name: `${name}-${column!.name}-svg.zip`.replace(/[^\w.-]+/g, '-'),
  }
}
