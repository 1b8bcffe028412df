import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { Stroke } from '../stroke'
import { outlineOf, strokeOutline, strokeSchema, tidy } from '../stroke'
import { readSvg, transformOf } from './svg-read'
import { writeSvg } from './svg'

const read = (body: string, head = 'viewBox="0 0 200 100"') => {
  const out = readSvg(`<svg xmlns="http://www.w3.org/2000/svg" ${head}>${body}</svg>`)
  if (!out.ok) throw new Error(out.message)
  return out
}
const xy = (s: Stroke): number[] => s.points.filter((_, i) => i % 3 < 2).map(n => Math.round(n * 1000) / 1000)
const palette = { ink: '#000000', far: '#000000', paper: '#ffffff', tone: '#000000', glow: '#000000' }

describe('shapes become strokes', () => {
  it.each([
    ['<line x1="1" y1="2" x2="30" y2="4" stroke="red"/>', [1, 2, 30, 4]],
    ['<polyline points="0,0 10,5 20 0" fill="none" stroke="#123"/>', [0, 0, 10, 5, 20, 0]],
    ['<path d="M10 10h20v10" fill="none" stroke="black"/>', [10, 10, 30, 10, 30, 20]],
    ['<g transform="translate(5 5) scale(2)"><path d="M0 0L10 0" stroke="black" fill="none"/></g>', [5, 5, 25, 5]],
    ['<path transform="rotate(90 10 10)" d="M10 0L10 10" stroke="black" fill="none"/>', [20, 10, 10, 10]],
  ])('%s', (body, points) => {
    const { strokes } = read(body)
    expect(strokes.map(xy)).toEqual([points])
    expect(strokeSchema.safeParse(tidy(strokes[0]!)).success).toBe(true)
  })
  it('filled shapes become flat ones, holes are left out, closed lines are closed', () => {
    const { strokes } = read(
      `<path d="M0 0H40V40H0ZM10 10V30H30V10Z" fill="#4a4"/>
       <rect x="50" y="0" width="10" height="10" fill="none" stroke="blue" stroke-width="3.2"/>`,
    )
    expect(strokes.map(s => [s.colour, s.fill ?? false])).toEqual([
      ['#44aa44', true],
      ['#0000ff', false],
    ])
    expect(xy(strokes[1]!)).toEqual([50, 0, 60, 0, 60, 10, 50, 10, 50, 0])
    expect(strokes[1]!.width).toBeCloseTo(2)
    expect(strokeOutline(strokes[0]!).length).toBeGreaterThan(16)
  })
  it('a curve passes where the formula says: a cubic at its middle, (a + 3b + 3c + d) / 8', () => {
    const [s] = read('<path d="M0 0C0 40 60 40 60 0" fill="none" stroke="black"/>').strokes
    const points = xy(s!)
    const nearest = Math.min(...points.flatMap((x, i) => (i % 2 ? [] : [Math.hypot(x - 30, points[i + 1]! - 30)])))
    expect(nearest).toBeLessThan(2)
    expect(points.slice(-2)).toEqual([60, 0])
  })
  it('the view box is fitted into the size', () => {
    const out = read(
      '<path d="M0 0L50 50" stroke="black" fill="none"/>',
      'width="400" height="400" viewBox="0 0 100 50"',
    )
    expect([out.width, out.height, xy(out.strokes[0]!)]).toEqual([400, 400, [0, 100, 200, 300]])
  })
  it('transforms follow one another from left to right', () => {
    expect(transformOf('translate(10) scale(2 3)')).toEqual([2, 0, 0, 3, 10, 0])
    expect(transformOf('nonsense(1) matrix(1 2 3 4 5 6)')).toEqual([1, 2, 3, 4, 5, 6])
  })
})

describe('out and in again', () => {
  it('strokes come back where they were, within the accuracy that is stored', () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.tuple(
            fc.integer({ min: 0, max: 19_000 }),
            fc.integer({ min: 0, max: 10_000 }),
            fc.integer({ min: 10, max: 100 }),
          ),
          { minLength: 3, maxLength: 20 },
        ),
        list => {
          const stroke: Stroke = {
            schema: 1,
            colour: '#26302c',
            width: 8,
            pressure: true,
            points: list.flatMap(([x, y, p]) => [x / 10, y / 10, p / 100]),
          }
          const marks = [{ kind: 'stroke' as const, outline: outlineOf(stroke, {}), colour: stroke.colour }]
          const out = readSvg(
            writeSvg({ width: 1920, height: 1080 }, null, [{ column: '', drawing: '', strength: 1, palette, marks }]),
          )
          const back = out.ok ? out.strokes[0]! : null
          expect(back?.colour).toBe(stroke.colour)
          const outline = strokeOutline(tidy(back!))
          marks[0]!.outline.forEach((n, i) => expect(Math.abs(outline[i]! - n)).toBeLessThanOrEqual(1 / 16))
        },
      ),
    )
  })
  it('a whole frame is read: lines and ellipses of figures too', () => {
    const svg = writeSvg({ width: 100, height: 100 }, '#fffdf6', [
      {
        column: '',
        drawing: '',
        strength: 1,
        palette,
        marks: [
          { kind: 'line', points: [0, 0, 50, 50], closed: false, width: 8, ink: 'ink', fill: null },
          { kind: 'ellipse', at: { x: 50, y: 50 }, rx: 20, ry: 10, turn: 1, width: 2, ink: 'ink', fill: 'paper' },
        ],
      },
    ])
    const out = readSvg(svg)
    expect(out.ok && out.strokes.map(s => s.fill ?? false)).toEqual([false, true, false])
  })
})

describe('hostile and broken files', () => {
  it('scripts, links, foreign objects and events never enter', () => {
    const out = read(
      `<script>alert(1)</script><foreignObject><div onclick="x()">hi</div></foreignObject>
       <a href="javascript:alert(1)"><path d="M0 0L9 9" stroke="black" fill="none" onclick="x()"/></a>
       <image href="http://elsewhere.invalid/a.png"/>`,
    )
    expect(JSON.stringify(out.strokes)).not.toMatch(/alert|javascript|onclick|http/)
    expect(out.strokes).toHaveLength(1)
    expect(out.left).toEqual([
      'an element “script”',
      'an element “foreignobject”',
      'a link (what is in it was taken)',
      'an element “image”',
    ])
    expect(out.more).toBe(true)
  })
  it.each([
    [
      'entities',
      '<!DOCTYPE svg [<!ENTITY a "aaaaaaaaaa"><!ENTITY b "&a;&a;&a;">]><svg viewBox="0 0 9 9"><text>&b;</text></svg>',
      /entities/,
    ],
    ['deep nesting', `<svg viewBox="0 0 9 9">${'<g>'.repeat(5000)}${'</g>'.repeat(5000)}</svg>`, /nested/],
    ['no svg', '<html><body>hi</body></html>', /no svg element/],
    ['nothing', '', /no svg element/],
    ['no size', '<svg><path d="M0 0L1 1"/></svg>', /neither its size/],
    ['a size of huge numbers', '<svg width="1e300" height="1e300"/>', /neither its size/],
    ['too many elements', `<svg viewBox="0 0 9 9">${'<g/>'.repeat(20_100)}</svg>`, /more than 20000 elements/],
    [
      'too many points',
      `<svg viewBox="0 0 9 9"><path d="M0 0${'L1 1'.repeat(400_100)}"/></svg>`,
      /more than 400000 points/,
    ],
  ])('%s', (_what, text, message) => {
    const out = readSvg(text)
    expect(out.ok ? null : out.message).toMatch(message)
  })
  it.each([
    ['<path d="M0 0L1e999 5" stroke="black"/>', /./],
    ['<path d="M0 0L9e8 5" stroke="black" fill="none"/>', /too far away/],
    ['<path d="M0 0Lx y" stroke="black"/>', /cannot be read/],
    ['<g transform="scale(1e300)"><path d="M0 0L1 1" stroke="black"/></g>', /./],
    ['<rect width="5" height="5" fill="url(#g)"/>', /gradient/],
  ])('%s is left out and told', (body, told) => {
    const { strokes, left } = read(body)
    expect(strokes).toEqual([])
    expect(left.join()).toMatch(told)
  })
  it('any text is read or refused, never thrown at', () => {
    fc.assert(
      fc.property(fc.string({ maxLength: 200 }), t => void readSvg(`<svg viewBox="0 0 9 9">${t}</svg>`)),
      { numRuns: 300 },
    )
    fc.assert(
      fc.property(
        fc.string({ maxLength: 80 }),
        t =>
          void readSvg(
            `<svg viewBox="0 0 9 9"><path stroke="black" d="${t.replace(/[<"&]/g, '')}" transform="${t.replace(/[<"&]/g, '')}"/></svg>`,
          ),
      ),
      { numRuns: 300 },
    )
  })
})
