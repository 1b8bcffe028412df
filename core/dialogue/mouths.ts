/** The shapes of a mouth, in plain words, from shut to wide. */
export const MOUTHS = ['shut', 'teeth on lip', 'tongue up', 'a little open', 'spread', 'round', 'open', 'wide'] as const
export type Mouth = (typeof MOUTHS)[number]

/** How far a mouth is open, 0 to 1: broad ones are seen from further off, and are begun earlier. */
const OPEN: Readonly<Record<Mouth, number>> = {
  shut: 0,
  'teeth on lip': 0.1,
  'tongue up': 0.25,
  'a little open': 0.3,
  spread: 0.4,
  round: 0.5,
  open: 0.7,
  wide: 1,
}
/** Lips meet, or nearly do: sounds that look wrong with any other mouth. */
const MEETS: ReadonlySet<Mouth> = new Set(['shut', 'teeth on lip'])

/**
 * Which mouth a sound is made with. The sounds are those of the CMU Pronouncing Dictionary (ARPAbet); how they are
 * grouped is common practice.
 */
const SHAPES: Readonly<Record<Mouth, string>> = {
  shut: 'M B P',
  'teeth on lip': 'F V',
  'tongue up': 'L TH DH',
  'a little open': 'T D N K G NG HH R ER',
  spread: 'IY IH EY Y S Z',
  round: 'UW UH OW OY AO W SH ZH CH JH',
  open: 'EH AH',
  wide: 'AA AE AY AW',
}
const mouthBySound = new Map(MOUTHS.flatMap(m => SHAPES[m].split(' ').map(sound => [sound, m] as const)))
/** All sounds that are known. */
export const SOUNDS: readonly string[] = [...mouthBySound.keys()]
const VOWELS = new Set('AA AE AH AO AW AY EH ER EY IH IY OW OY UH UW'.split(' '))

/** The mouth of a sound; throws RangeError for one that there is not. */
export function mouthOf(sound: string): Mouth {
  const mouth = mouthBySound.get(sound)
  if (!mouth) throw new RangeError(`There is no sound ${sound}.`)
  return mouth
}
export const isVowel = (sound: string): boolean => VOWELS.has(sound)
/** Lips meet for it: it is shown whatever is left out. */
export const meets = (sound: string): boolean => MEETS.has(mouthOf(sound))
/** How broad a mouth is, 0 up to half open, 1 for the widest. */
export const broadness = (mouth: Mouth): number => Math.max(0, (OPEN[mouth] - 0.5) / 0.5)

/** Which drawing shows which mouth; the mouths it lacks are shown by others. */
export type MouthSet = Readonly<Partial<Record<Mouth, string>>>

/**
 * The drawing that shows a mouth: its own, or that of the one that is open most alike. A mouth at which lips do not
 * meet is never shown by one at which they do, as long as there is another. Null for an empty set.
 */
export function drawingFor(set: MouthSet, mouth: Mouth): string | null {
  const there = MOUTHS.filter(m => set[m] !== undefined)
  const fits = there.filter(m => MEETS.has(m) === MEETS.has(mouth))
  const from = fits.length ? fits : there
  const [best] = [...from].sort((a, b) => Math.abs(OPEN[a] - OPEN[mouth]) - Math.abs(OPEN[b] - OPEN[mouth]))
  return best === undefined ? null : set[best]!
}
