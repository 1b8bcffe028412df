import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { aroundFrame, eachOnce, nameBy, patternFault, safeName } from './naming'

const names = fc.array(fc.string({ unit: 'binary', maxLength: 30 }), { minLength: 1, maxLength: 30 })

describe('names of files', () => {
  it('keep letters of any script', () => {
    expect(safeName('Möwe 010 — 灯台 ضوء')).toBe('Möwe-010-—-灯台-ضوء')
  })
  it('hold no path, no device and no end that is lost', () => {
    expect(safeName('../../etc/passwd')).toBe('etc-passwd')
    expect(safeName('a:b*c?')).toBe('a-b-c')
    expect(safeName('nul.txt')).toBe('_nul.txt')
    expect(safeName(' . ')).toBe('shot')
    expect(safeName('a\u202Egnp')).toBe('a-gnp')
  })
  it('are taken by any file system, whatever the shot is called', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'binary', maxLength: 300 }), text => {
        const name = safeName(text)
        expect(name).not.toMatch(/[\\/:*?"<>|\p{Cc}]/u)
        expect(name).not.toMatch(/^[\s.]|[\s.]$/)
        expect([...name].length).toBeGreaterThan(0)
        expect([...name].length).toBeLessThanOrEqual(121)
        expect(safeName(name)).toBe(name)
      }),
    )
  })
})

describe('a pattern', () => {
  it('pads numbers', () => {
    expect(nameBy('[shot].[frame]', { shot: 'Lift', frame: 13 }, 4)).toBe('Lift.0013')
    expect(nameBy('[column]-[drawing]', { column: 'arm', drawing: '7a' }, 3)).toBe('arm-007a')
    expect(nameBy('[frame]', { frame: 12_345 }, 4)).toBe('12345')
  })
  it('keeps numbers of shots with long names, within what file systems take', () => {
    const name = nameBy(
      '[production]-[shot]-[column].[frame]',
      { production: '灯'.repeat(80), shot: '台'.repeat(80), column: 'a'.repeat(80), frame: 7 },
      4,
    )
    expect(name).toMatch(/\.0007$/)
    expect(new TextEncoder().encode(name).length).toBeLessThanOrEqual(230)
  })
  it('gives every frame a name of its own, in the order of the frames', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 14_000 }), fc.integer({ min: 5, max: 8 }), (first, digits) => {
        const all = [0, 1, 2, 3].map(n => nameBy('a.[frame]', { frame: first + n }, digits))
        expect(new Set(all).size).toBe(4)
        expect([...all].sort()).toEqual(all)
      }),
    )
  })
  it('tells what stands around the number', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'binary', maxLength: 20 }), fc.integer({ min: 1, max: 6 }), (shot, digits) => {
        const { before, after } = aroundFrame('a[shot].[frame]_x', { shot }, digits)
        expect(`${before}${'7'.padStart(digits, '0')}${after}`).toBe(
          nameBy('a[shot].[frame]_x', { shot, frame: 7 }, digits),
        )
      }),
    )
  })
  it('says what is wrong', () => {
    expect(patternFault('[shot].[frame]', ['frame'])).toBe('')
    expect(patternFault('[shot]', ['frame'])).toBe('Without [frame] all files would have the same name.')
    expect(patternFault('[scene].[frame]', ['frame'])).toMatch(/^\[scene\] stands for nothing/)
    expect(patternFault('a/[frame]', ['frame'])).toMatch(/^A name holds none of/)
    expect(patternFault(' ', [])).toBe('A file needs a name.')
  })
})

it('two files never get one name, also where capitals do not count', () => {
  expect(eachOnce(['A', 'a', 'b', 'A'], '.png')).toEqual(['A.png', 'a (2).png', 'b.png', 'A (3).png'])
  fc.assert(
    fc.property(names, list => {
      expect(new Set(eachOnce(list).map(n => n.toLowerCase())).size).toBe(list.length)
    }),
  )
})
