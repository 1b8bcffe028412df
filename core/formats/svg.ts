import type { Affine } from '../motion'
import type { Bent, Layer, Mark, Palette, Region } from '../picture'
import { grown, SEAM } from '../picture'

const n = (x: number): string => String(Math.round(x * 10) / 10)

function path(points: readonly number[], { closed }: { closed: boolean }): string {
  let d = ''
  for (let i = 0; i < points.length; i += 2) d += `${i ? 'L' : 'M'}${n(points[i]!)} ${n(points[i + 1]!)}`
  return closed ? `${d}Z` : d
}

/** Gives the address of a picture (a data URL) by the hash of its bytes; pictures without one are left out. */
export type ImageUrl = (file: string) => string | undefined

/** A picture as an element, placed by `more` attributes; nothing where its address is none. */
function image(m: { file: string; width: number; height: number }, imageUrl: ImageUrl, more: string): string {
  const url = imageUrl(m.file)
  if (!url || !/^data:image\/(png|jpeg|webp);base64,[A-Za-z0-9+/=]*$/.test(url)) return ''
  const box = `x="${n(-m.width / 2)}" y="${n(-m.height / 2)}" width="${m.width}" height="${m.height}"`
  return `<image href="${url}" ${box} ${more}/>`
}
const matrix = (at: Affine): string => `transform="matrix(${at.map(k => Math.round(k * 1e5) / 1e5).join(' ')})"`

/** A picture that is bent: defined once, used for each of its triangles. `name` is its own in the file. */
function bent(m: Bent, imageUrl: ImageUrl, name: string): string {
  const whole = image(m, imageUrl, `id="${name}"`)
  if (!whole) return ''
  const clip = (corners: readonly number[], i: number): string =>
    `<clipPath id="${name}-${i}"><path d="${path(grown(corners, SEAM), { closed: true })}"/></clipPath>`
  const use = ({ at }: Bent['pieces'][number], i: number): string =>
    `<g clip-path="url(#${name}-${i})"><use href="#${name}" ${matrix(at)}/></g>`
  return `<defs>${whole}${m.pieces.map((p, i) => clip(p.corners, i)).join('')}</defs>${m.pieces.map(use).join('')}`
}

function element(m: Mark, p: Palette, imageUrl: ImageUrl, name: string): string {
  if (m.kind === 'image') return image(m, imageUrl, matrix(m.at))
  if (m.kind === 'bent') return bent(m, imageUrl, name)
  if (m.kind === 'stroke') {
    const opacity = m.strength === undefined ? '' : ` fill-opacity="${m.strength}"`
    return `<path d="${path(m.outline, { closed: true })}" fill="${m.colour}"${opacity}/>`
  }
  const line = `stroke="${p[m.ink]}" stroke-width="${n(m.width)}" fill="${m.fill ? p[m.fill] : 'none'}"`
  if (m.kind === 'line') return `<path d="${path(m.points, m)}" ${line}/>`
  const [x, y, degrees] = [n(m.at.x), n(m.at.y), n((m.turn * 180) / Math.PI)]
  const ring = `cx="${x}" cy="${y}" rx="${n(m.rx)}" ry="${n(m.ry)}"`
  return `<ellipse ${ring} transform="rotate(${degrees} ${x} ${y})" ${line}/>`
}

/** What is seen inside a region only; `name` is the region's own in the file. */
function cutTo(inner: string, region: Region, name: string): string {
  const d = region.map(ring => path(ring, { closed: true })).join('')
  return `<clipPath id="${name}"><path d="${d}"/></clipPath><g clip-path="url(#${name})">${inner}</g>`
}

/** One frame as an SVG picture (W3C SVG 2), px of the picture. Text of the document never enters it. */
export function writeSvg(
  size: { width: number; height: number },
  paper: string | null,
  layers: readonly Layer[],
  imageUrl: ImageUrl = () => undefined,
): string {
  const ground = paper ? `<rect width="100%" height="100%" fill="${paper}"/>` : ''
  const group = (l: Layer, k: number): string => {
    const opacity = l.strength < 1 ? ` opacity="${Math.round(l.strength * 100) / 100}"` : ''
    const marks = l.marks.map((m, i) => element(m, l.palette, imageUrl, `bent-${k}-${i}`)).join('')
    const at = l.at ? ` ${matrix(l.at)}` : ''
    const drawn = `<g stroke-linecap="round" stroke-linejoin="round"${opacity}${at}>${marks}</g>`
    return (l.cut ?? []).reduce((inner, region, i) => cutTo(inner, region, `cut-${k}-${i}`), drawn)
  }
  const body = layers.map(group).join('')
  return `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${size.width} ${size.height}">${ground}${body}</svg>`
}
