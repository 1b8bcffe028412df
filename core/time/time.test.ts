import fc from 'fast-check'
import SmpteTimecode from 'smpte-timecode'
import { describe, expect, it } from 'vitest'
import {
  dropTimecode,
  feetFrames,
  feetOfLength,
  frameAt,
  framesFromSeconds,
  frameStart,
  loopFrame,
  parseLength,
  parseRate,
  rate,
  rateLabel,
  timecode,
  timecodeOf,
  typedFrame,
} from '.'

const film = rate(24)

describe('rate', () => {
  it('is kept in lowest terms and exact', () => {
    expect(rate(48, 2)).toEqual({ num: 24, den: 1 })
    expect(parseRate('23.976')).toEqual({ num: 24000, den: 1001 })
    expect(parseRate('29.97')).toEqual({ num: 30000, den: 1001 })
    expect(parseRate('30000/1001')).toEqual({ num: 30000, den: 1001 })
    expect(parseRate('12.5')).toEqual({ num: 25, den: 2 })
    expect(rateLabel(rate(24000, 1001))).toBe('23.976')
    expect(rateLabel(film)).toBe('24')
  })
  it.each(['', '0', '-24', 'fast', '24/0', '1000', '1/100'])('refuses %j', text => expect(parseRate(text)).toBeNull())
  it('throws on misuse', () => expect(() => rate(0)).toThrow(RangeError))
})

describe('seconds and frames', () => {
  // Common practice: seconds acted × rate.
  it('turns acted seconds into frames', () => {
    expect(framesFromSeconds(0.7, film)).toBe(17)
    expect(framesFromSeconds(0.96, film)).toBe(23)
  })
  it('gives back every frame from its own start, at exact fractions too', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 200_000 }),
        fc.constantFrom(film, rate(24000, 1001), rate(30000, 1001), rate(25, 2)),
        (frame, r) => {
          expect(frameAt(frameStart(frame, r), r)).toBe(frame)
          expect(frameAt(frameStart(frame + 1, r) - 1e-4, r)).toBe(frame)
        },
      ),
    )
  })
  it('loops by elapsed time and lands where it should however late it is asked', () => {
    expect(loopFrame(0, 5, 1, 10, film)).toBe(5)
    expect(loopFrame(6 / 24, 5, 1, 10, film)).toBe(1)
    expect(loopFrame(1000 / 24, 5, 1, 10, film)).toBe(5)
    expect(loopFrame(1 / 24, 20, 13, 28, film)).toBe(21)
  })
})

describe('timecode', () => {
  it('starts at zero on frame 1', () => {
    expect(timecode(1, film)).toBe('00:00:00:00')
    expect(timecode(37, film)).toBe('00:00:01:12')
  })
  // SMPTE ST 12-1 (from memory).
  it('drops the first two numbers of a minute', () => {
    expect(dropTimecode(1800)).toBe('00:00:59;29')
    expect(dropTimecode(1801)).toBe('00:01:00;02')
    expect(dropTimecode(17_982 + 1)).toBe('00:10:00;00')
    expect(dropTimecode(107_892 + 1)).toBe('01:00:00;00')
  })
  it('agrees with the npm package smpte-timecode', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 300_000 }), n => {
        expect(dropTimecode(n + 1)).toBe(new SmpteTimecode(n, 29.97, true).toString())
        expect(timecode(n + 1, film)).toBe(new SmpteTimecode(n, 24, false).toString())
      }),
    )
  })
})

describe('feet and frames', () => {
  // Film handbooks (from memory): 16 frames a foot; 24 fps = 90 feet a minute.
  it('counts 16 frames to a foot', () => {
    expect(feetFrames(1)).toBe('0+00')
    expect(feetFrames(38)).toBe('2+05')
    expect(feetOfLength(24 * 60)).toBe('90+00')
  })
  it('is read back as a length', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 14_400 }), n => {
        expect(parseLength(feetOfLength(n), film)).toBe(n)
      }),
    )
  })
})

describe('typed lengths', () => {
  it.each([
    ['61', 61],
    ['61 frames', 61],
    ['2.5 s', 60],
    ['2,5s', 60],
    ['3+13', 61],
    ["3'", 48],
  ])('reads %j as %d frames', (text, n) => expect(parseLength(text, film)).toBe(n))
  it.each([
    ['', /Type frames/],
    ['long', /Type frames/],
    ['2+16', /Type frames/],
    ['0', /at least one/],
    ['0 s', /at least one/],
    ['99999', /at most 14400/],
  ])('refuses %j in words', (text, why) => expect(parseLength(text, film)).toMatch(why))
})

describe('a typed frame', () => {
  it.each([
    ['37', 37],
    ['1:12', 37],
    ['00:00:01:12', 37],
    ['2+05', 38],
    ['0', 1],
  ])('%s at 24 is %d', (text, frame) => expect(typedFrame(text, rate(24))).toBe(frame))
  // Drop-frame numbers of the npm package smpte-timecode, which counts from 0.
  it('of drop-frame timecode is the one another reader finds', () => {
    for (const text of ['00:00:59;29', '00:01:00;02', '00:09:59;29', '00:10:00;00', '01:00:00;00']) {
      expect(typedFrame(text, rate(30_000, 1001))).toBe(new SmpteTimecode(text, 29.97).frameCount + 1)
      expect(timecodeOf(typedFrame(text, rate(30_000, 1001)) as number, rate(30_000, 1001))).toBe(text)
    }
  })
  it.each([
    ['soon', 'Type a frame'],
    ['1:99', 'a second counts 24'],
    ['2+17', '16 frames'],
  ])('%s is refused', (text, words) => expect(typedFrame(text, rate(24))).toContain(words))
  it('that drop-frame leaves out is refused', () =>
    expect(typedFrame('00:01:00;01', rate(30_000, 1001))).toContain('leaves this number out'))
})
