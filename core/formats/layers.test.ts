import fc from 'fast-check'
import { strToU8, zipSync } from 'fflate'
import { describe, expect, it } from 'vitest'
import { layerNames } from './layer-names'
import { MOST_LAYERS, readOra } from './ora-in'
import { readSvg } from './svg-read'

/** An OpenRaster file by hand: its list of layers, and pictures that are only told apart here. */
const ora = (stack: string, pictures: readonly string[], more: Record<string, Uint8Array> = {}): Uint8Array =>
  zipSync({
    mimetype: [strToU8('image/openraster'), { level: 0 }],
    'stack.xml': strToU8(stack),
    ...Object.fromEntries(pictures.map(p => [`data/${p}.png`, strToU8(p)])),
    ...more,
  })
const image = (inner: string): string => `<?xml version='1.0'?><image w="320" h="180"><stack>${inner}</stack></image>`
const layer = (src: string, more = ''): string => `<layer src="data/${src}.png" ${more}/>`
const read = (bytes: Uint8Array) => {
  const out = readOra(bytes)
  if (!out.ok) throw new Error(out.message)
  return out
}
const message = (bytes: Uint8Array): string => {
  const out = readOra(bytes)
  return out.ok ? 'was read' : out.message
}

// The form of the file: OpenRaster 0.0.6, freedesktop.org; the fields are from memory.
describe('OpenRaster', () => {
  it('gives layers from back to front, with their places, strength and what is hidden', () => {
    const out = read(
      ora(
        image(
          layer('a', 'name="line" x="10" y="-4"') +
            `<stack name="colours" opacity="0.5" visibility="hidden">${layer('b', 'name="red" opacity="0.5"')}</stack>` +
            layer('c', 'name="paper"'),
        ),
        ['a', 'b', 'c'],
        { 'mergedimage.png': strToU8('all') },
      ),
    )
    expect(out).toMatchObject({ width: 320, height: 180, left: [] })
    expect(out.layers.map(l => ({ ...l, bytes: new TextDecoder().decode(l.bytes) }))).toEqual([
      { name: 'paper', hidden: false, strength: 1, x: 0, y: 0, bytes: 'c' },
      { name: 'red', hidden: true, strength: 0.25, x: 0, y: 0, bytes: 'b' },
      { name: 'line', hidden: false, strength: 1, x: 10, y: -4, bytes: 'a' },
    ])
    expect(new TextDecoder().decode(out.merged!)).toBe('all')
  })

  it('says what is left out: a blending, a picture that is not there, too many', () => {
    const out = read(
      ora(image(layer('a', 'name="glow" composite-op="svg:plus"') + layer('gone', 'name="lost"') + '<text/>'), ['a']),
    )
    expect(out.layers.map(l => l.name)).toEqual(['glow'])
    expect(out.left).toEqual([
      'how glow is blended with what is behind it: it lies over it',
      'lost: its picture is not in the file',
      'an element “text”',
    ])
    const many = read(ora(image(layer('a').repeat(MOST_LAYERS + 3)), ['a']))
    expect([many.layers.length, many.left]).toEqual([MOST_LAYERS, ['3 layers more than 100']])
  })

  it('refuses in words what is no such file', () => {
    const good = ora(image(layer('a')), ['a'])
    expect(message(good.subarray(0, good.length >> 1))).toContain('damaged or cut off')
    expect(message(zipSync({ 'a.txt': strToU8('a') }))).toContain('no OpenRaster picture')
    expect(message(ora('<image w="1"', []))).toContain('no whole XML')
    expect(message(ora('<image w="x" h="1"><stack/></image>', []))).toContain('neither its size')
    expect(message(ora('<image w="20000" h="1"><stack/></image>', []))).toContain('at most 8192 px')
    expect(message(ora('<!DOCTYPE a [<!ENTITY b "c">]><image w="1" h="1"><stack/></image>', []))).toContain('entities')
    fc.assert(fc.property(fc.uint8Array({ maxLength: 200 }), bytes => void readOra(bytes)))
  })

  it('does not unpack what is larger than is read', () => {
    const bomb = ora(image(layer('a')), ['a'])
    // What the archive says of the size of its last file, in its list at the end (four bytes, 24 behind its mark).
    const at = Buffer.from(bomb.buffer).lastIndexOf('PK\x01\x02') + 24
    new DataView(bomb.buffer).setUint32(at, 300 * 1024 * 1024, true)
    expect(message(bomb)).toContain('larger than 256 MB')
  })
})

describe('layers of an SVG', () => {
  const svg = (inner: string): ReturnType<typeof readSvg> =>
    readSvg(`<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 100 100">${inner}</svg>`)
  const names = (inner: string): [string, number][] => {
    const out = svg(inner)
    if (!out.ok) throw new Error(out.message)
    expect(out.layers.length ? out.layers.flatMap(l => l.strokes) : out.strokes).toEqual(out.strokes)
    return out.layers.map(l => [l.name, l.strokes.length])
  }
  const line = '<path d="M0 0L10 10" stroke="#000" fill="none"/>'

  it('are its groups with names; what lies loose between them is a layer, too', () => {
    expect(names(`<g id="back">${line}${line}</g>${line}${line}<g id="x" aria-label="arm">${line}</g>`)).toEqual([
      ['back', 2],
      ['Loose', 2],
      ['arm', 1],
    ])
    expect(names(`<g transform="scale(2)"><g id="a">${line}</g><g id="b"><g id="c">${line}</g></g></g>`)).toEqual([
      ['a', 1],
      ['b', 1],
    ])
  })
  it('are none where there are not two, or they are empty or hidden', () => {
    expect(names(`<g id="a">${line}</g>${line}`)).toEqual([])
    expect(names(`<g>${line}</g><g>${line}</g>`)).toEqual([])
    expect(names(`<g id="a">${line}</g><g id="b"/><g id="c" display="none">${line}</g>`)).toEqual([])
  })
})

describe('names of layers', () => {
  it('are those they had where no two are alike', () => {
    expect(layerNames(['arm', 'arm', '', ' arm  2', 'arm'])).toEqual(['arm', 'arm 2', 'Layer 3', 'arm 2 2', 'arm 3'])
  })
  it('are read as they are meant in XML', () => {
    expect(layerNames(['Arm &amp; hand', '&lt;b&gt; &#228; &#x6f22;', '&#0;&nothing;'])).toEqual([
      'Arm & hand',
      '<b> ä 漢',
      '&#0;&nothing;',
    ])
  })
  it('are never alike, empty or too long', () => {
    fc.assert(
      fc.property(fc.array(fc.oneof(fc.string(), fc.constantFrom('a', 'a 2', 'x'.repeat(200)))), given => {
        const names = layerNames(given)
        expect(new Set(names).size).toBe(given.length)
        for (const n of names) expect(n.trim().length > 0 && n.length <= 80).toBe(true)
      }),
    )
  })
})
