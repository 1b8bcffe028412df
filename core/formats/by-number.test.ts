import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { matchByNumber, NUMBER, numberBy, numberPatternFault, patternOf, sameNumber } from './by-number'
import { nameBy } from './naming'

const named = (names: readonly string[]) => names.map(name => ({ name }))
const numbered = (numbers: readonly string[]) => numbers.map(number => ({ number }))

describe('the pattern of names', () => {
  it('is found where the number stands', () => {
    expect(patternOf(['lift.0013.png', 'lift.0001.png'], ['1', '13'])).toBe('lift.[number]')
    // The take is not the number, though it stands last.
    expect(patternOf(['lift_0013_v2.png', 'lift_0001_v2.png'], ['1', '13'])).toBe('lift_[number]_v2')
    expect(patternOf(['a7-1.png', 'b9-13.png'], ['1', '13'])).toBe('*-[number]')
    expect(patternOf(['one.png', 'two.png'], ['1'])).toBeNull()
  })
  it('has its number once', () => {
    expect(numberPatternFault('lift.[number]')).toBe('')
    expect(numberPatternFault('lift')).not.toBe('')
    expect(numberPatternFault('[number]-[number]')).not.toBe('')
  })
  it('takes leading zeros and letters, and nothing of its signs for more than they are', () => {
    expect(numberBy('lift.[number]', 'lift.0013a.PNG')).toBe('13a')
    expect(numberBy('li(t+.[number]', 'li(t+.007.png')).toBe('7')
    expect(numberBy('lift.[number]', 'liftX13.png')).toBeNull()
    expect(['013', '13', '13A', '0013a'].map(sameNumber)).toEqual(['13', '13', '13a', '13a'])
  })
})

describe('matching by number', () => {
  it('gives back each drawing that went out by its number, whatever the padding', () => {
    const number = fc
      .tuple(fc.integer({ min: 0, max: 99_999 }), fc.constantFrom('', 'a', 'b'))
      .map(([n, l]) => `${n}${l}`)
    fc.assert(
      fc.property(
        fc.uniqueArray(number, { minLength: 1, maxLength: 40, selector: sameNumber }),
        fc.constantFrom('[shot].[drawing]', '[column]_[drawing]', '[drawing]', '[shot]-[column]-[drawing]'),
        fc.integer({ min: 1, max: 6 }),
        (numbers, pattern, digits) => {
          const files = numbers.map(n => ({
            name: `${nameBy(pattern, { shot: '020 Lantern lift', column: 'Keeper', drawing: n }, digits)}.png`,
            number: n,
          }))
          const drawings = numbered(numbers)
          const found = patternOf(
            files.map(f => f.name),
            numbers,
          )!
          const { pairs, files: left, drawings: without } = matchByNumber(files, drawings, found)
          expect(left).toEqual([])
          expect(without).toEqual([])
          for (const { file, drawing } of pairs) expect(sameNumber(drawing.number)).toBe(sameNumber(file.number))
        },
      ),
    )
  })
  it('takes no file and no drawing twice, and loses none', () => {
    const names = fc.array(fc.stringMatching(/^[a-z]{0,3}[0-9]{0,3}[a-z]?\.png$/), { maxLength: 20 })
    fc.assert(
      fc.property(
        names,
        fc.uniqueArray(fc.stringMatching(/^[0-9]{1,3}[a-z]?$/), { maxLength: 20 }),
        (files, numbers) => {
          const given = named(files)
          const pattern = patternOf(files, numbers) ?? NUMBER
          const { pairs, files: left, drawings } = matchByNumber(given, numbered(numbers), pattern)
          expect(pairs.length + left.length).toBe(files.length)
          expect(pairs.length + drawings.length).toBe(numbers.length)
          expect(new Set(pairs.map(p => p.drawing)).size).toBe(pairs.length)
          expect(new Set([...pairs.map(p => p.file), ...left.map(l => l.file)])).toEqual(new Set(given))
        },
      ),
    )
  })
  it('says of each that is left why', () => {
    const match = matchByNumber(
      named(['a.1.png', 'a.01.png', 'a.5.png', 'notes.png', 'a.7.png']),
      numbered(['1', '7', '07', '9']),
      'a.[number]',
    )
    expect(match.files.map(f => `${f.file.name}: ${f.reason}`)).toEqual([
      'a.1.png: 2 files have the number 1.',
      'a.01.png: 2 files have the number 1.',
      'a.5.png: No drawing has the number 5.',
      'notes.png: Its name does not fit.',
      'a.7.png: 7 and 07 are both 7.',
    ])
    expect(match.drawings.map(d => d.number)).toEqual(['1', '7', '07', '9'])
  })
})
