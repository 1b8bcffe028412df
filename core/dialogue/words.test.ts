import { dictionary as entries } from 'cmu-pronouncing-dictionary'
import { describe, expect, it } from 'vitest'
import { dictionaryOf, guessed, isVowel, meets, soundsIn, soundsOf, waysOf, wordsOf } from '.'

// The CMU Pronouncing Dictionary (npm package cmu-pronouncing-dictionary).
const dictionary = dictionaryOf(entries)
const said = (text: string) => wordsOf(text).map(w => w.said.join(' '))
const written = (sounds: readonly { sound: string; stress?: number }[]) =>
  sounds.map(s => `${s.sound}${s.stress ?? ''}`).join(' ')

describe('words of a text', () => {
  it('are those that are said', () => {
    expect(said('Light the lamp — the tide’s in, “Marrow”!')).toEqual([
      'light',
      'the',
      'lamp',
      'the',
      'tide’s',
      'in',
      'marrow',
    ])
    expect(said(' … — ')).toEqual([])
    expect(said('well-kept half/half')).toEqual(['well kept', 'half', 'half'])
  })
  it('with numbers, amounts and what is written short spelled out', () => {
    expect(said('24')).toEqual(['twenty four'])
    expect(said('1,204 -3.5 2nd 50% $1 $12.05')).toEqual([
      ...['one thousand two hundred four', 'minus three point five', 'second', 'fifty percent', 'one dollar'],
      'twelve point zero five dollars',
    ])
    expect(said('12345678901234567890')[0]).toMatch(/^one two three .* nine zero$/)
    expect(said('Dr. & Mrs. TV')).toEqual(['doctor', 'and', 'missus', 'tee vee'])
  })
  it('of any length and alphabet', () => {
    expect(wordsOf('wave '.repeat(2000))).toHaveLength(2000)
    expect(said('маяк 灯台 naïve')).toEqual(['маяк', '灯台', 'naïve'])
    for (const word of ['маяк', '灯台', 'naïve', 'ß', "'", 'zzz']) {
      const [way] = waysOf(word, dictionary)
      expect(
        way!.sounds.some(s => isVowel(s.sound)),
        word,
      ).toBe(true)
    }
  })
})

describe('the sounds of a word', () => {
  it('come from the dictionary, each way of saying it, with the stresses it has', () => {
    expect(waysOf('memory', dictionary).map(w => written(w.sounds))).toEqual(['M EH1 M ER0 IY0'])
    expect(waysOf('Read', dictionary).map(w => written(w.sounds))).toEqual(['R EH1 D', 'R IY1 D'])
    // The stressed syllable of each word is the one with the digit 1.
    for (const word of ['lantern', 'keeper', 'water', 'forever', 'understand', 'lighthouse']) {
      const vowels = waysOf(word, dictionary)[0]!.sounds.filter(s => isVowel(s.sound))
      const digits = [...entries[word]!.matchAll(/[012]/g)].map(m => Number(m[0]))
      expect(vowels.map(s => s.stress)).toEqual(digits)
    }
  })
  it('every entry of the dictionary can be read', () => {
    const all = Object.values(entries)
    expect(all.length).toBeGreaterThan(130_000)
    expect(all.filter(way => soundsOf(way).length === 0)).toEqual([])
    expect(() => soundsOf('M QQ1')).toThrow(RangeError)
  })
  it('are guessed where it has none, and said to be', () => {
    expect(waysOf('shroomp', dictionary)).toEqual([{ sounds: guessed('shroomp'), guess: true }])
    expect(written(guessed('shroomp'))).toBe('SH R UW1 M P')
    expect(written(guessed('flamation'))).toBe('F L AE1 M AE0 SH AH0 N')
    expect(waysOf("lantern-fish's", dictionary)[0]!.guess).toBe(true)
  })
  it('guesses shut and open the mouth as the dictionary does, for most of its words', () => {
    // Every 60th word in letters: what lips meet for, and between which of them a vowel is heard.
    const words = Object.keys(entries).filter((w, i) => i % 60 === 0 && /^[a-z]+$/.test(w))
    const shape = (sounds: readonly { sound: string }[]): string =>
      sounds
        .flatMap(({ sound }) => (meets(sound) ? sound : isVowel(sound) ? 'o' : []))
        .join('')
        .replace(/o+/g, 'o')
    const alike = words.filter(w => dictionary(w).some(way => shape(soundsOf(way)) === shape(guessed(w))))
    expect(words.length).toBeGreaterThan(1500)
    expect(alike.length / words.length).toBeGreaterThan(0.97)
  })
})

describe('sounds in the time of a word', () => {
  it('share it by their usual lengths, without gaps; a vowel without stress is shorter', () => {
    const [way] = waysOf('memory', dictionary)
    const sounds = soundsIn(way!, 2, 3)
    expect([sounds[0]!.start, sounds.at(-1)!.end]).toEqual([2, expect.closeTo(3, 12)])
    for (const [i, s] of sounds.slice(1).entries()) expect(s.start).toBe(sounds[i]!.end)
    const length = (i: number) => sounds[i]!.end - sounds[i]!.start
    expect(length(1)).toBeGreaterThan(2 * length(0))
    const [stressed, not] = [1, 0].map(stress => {
      const [, vowel] = soundsIn({ sounds: [{ sound: 'M' }, { sound: 'IY', stress: stress as 0 }], guess: false }, 0, 1)
      return vowel!.end - vowel!.start
    })
    expect(stressed).toBeGreaterThan(not!)
  })
})
