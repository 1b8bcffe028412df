import { isVowel } from './mouths'
import type { WordSound } from './words'

/**
 * Letters and the sounds that they usually stand for in English, the longer ones first; ours, by common practice of
 * teaching to read. `^` is the beginning of a word, `$` its end.
 */
const RULES: readonly (readonly [letters: RegExp, sounds: string])[] = (
  [
    ['tions?$', 'SH AH N'],
    ['sion', 'ZH AH N'],
    ['^kn', 'N'],
    ['^wr', 'R'],
    ['^ps', 'S'],
    ['^x', 'Z'],
    ['^y', 'Y'],
    ['eigh', 'EY'],
    ['ough', 'AO'],
    ['augh', 'AO'],
    ['igh', 'AY'],
    ['tch', 'CH'],
    ['dge', 'JH'],
    ['sch', 'S K'],
    ['sh', 'SH'],
    ['ch', 'CH'],
    ['ph', 'F'],
    ['th', 'TH'],
    ['wh', 'W'],
    ['gh$', ''],
    ['gh', 'G'],
    ['ck', 'K'],
    ['qu', 'K W'],
    ['ng$', 'NG'],
    ['nk', 'NG K'],
    ['mb$', 'M'],
    ['ee|ea|ie(?=[^$])', 'IY'],
    ['oo', 'UW'],
    ['oy|oi', 'OY'],
    ['ow$', 'OW'],
    ['ou|ow', 'AW'],
    ['ai|ay|ei|ey(?=.)', 'EY'],
    ['oa', 'OW'],
    ['au|aw', 'AO'],
    ['ew|ue|ui', 'UW'],
    ['ar(?![aeiou])', 'AA R'],
    ['or(?![aeiou])', 'AO R'],
    ['(?:er|ir|ur)(?![aeiou])', 'ER'],
    ['a(?=[^aeiouwxyr]e(?:s|d)?$)', 'EY'],
    ['i(?=[^aeiouwxyr]e(?:s|d)?$)', 'AY'],
    ['o(?=[^aeiouwxyr]e(?:s|d)?$)', 'OW'],
    ['u(?=[^aeiouwxyr]e(?:s|d)?$)', 'UW'],
    ['(?:le)$', 'AH L'],
    ['e$', ''],
    ['(?<![td])e(?=d$)', ''],
    ['(?<![sxzcg]|sh|ch)e(?=s$)', ''],
    ['(?:y|ey|ie)$', 'IY'],
    ['a$', 'AH'],
    ['o$', 'OW'],
    ['i$', 'IY'],
    ['c(?=[eiy])', 'S'],
    ['g(?=[eiy])', 'JH'],
    ['bb?', 'B'],
    ['cc?', 'K'],
    ['dd?', 'D'],
    ['ff?', 'F'],
    ['gg?', 'G'],
    ['h', 'HH'],
    ['j', 'JH'],
    ['kk?', 'K'],
    ['ll?', 'L'],
    ['mm?', 'M'],
    ['nn?', 'N'],
    ['pp?', 'P'],
    ['q', 'K'],
    ['rr?', 'R'],
    ['ss?', 'S'],
    ['tt?', 'T'],
    ['v', 'V'],
    ['w', 'W'],
    ['x', 'K S'],
    ['zz?', 'Z'],
    ['a', 'AE'],
    ['e', 'EH'],
    ['i', 'IH'],
    ['o', 'AA'],
    ['u', 'AH'],
    ['y', 'IH'],
  ] as const
).map(([letters, sounds]) => [new RegExp(letters.replace(/^\^/, '(?<![a-z])'), 'y'), sounds] as const)

/**
 * How a word is said, by how it is written: rough, but with a mouth that opens and shuts where it should. Letters of
 * other alphabets stand for a vowel each two.
 */
export function guessed(word: string): WordSound[] {
  const plain = word.normalize('NFD').replace(/\p{M}/gu, '').toLowerCase()
  const latin = plain.replace(/[^a-z]/g, '')
  const others = [...plain].filter(l => /\p{L}/u.test(l) && !/[a-z]/.test(l)).length
  const sounds = [...spelled(latin), ...Array.from({ length: Math.ceil(others / 2) }, () => 'AH')]
  if (!sounds.some(isVowel)) sounds.push('AH')
  let stressed = false
  return sounds.map(sound => {
    if (!isVowel(sound)) return { sound }
    const stress = stressed ? 0 : 1
    stressed = true
    return { sound, stress }
  })
}

function spelled(word: string): string[] {
  const out: string[] = []
  for (let at = 0; at < word.length;) {
    const rule = RULES.find(([letters]) => {
      letters.lastIndex = at
      return letters.test(word)
    })
    if (!rule) {
      at += 1
      continue
    }
    at = rule[0].lastIndex
    if (rule[1]) out.push(...rule[1].split(' '))
  }
  return out
}
