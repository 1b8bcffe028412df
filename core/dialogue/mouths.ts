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
export const MEETING: ReadonlySet<Mouth> = new Set(['shut', 'teeth on lip'])

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
export const meets = (sound: string): boolean => MEETING.has(mouthOf(sound))
/** How broad a mouth is, 0 up to half open, 1 for the widest. */
export const broadness = (mouth: Mouth): number => Math.max(0, (OPEN[mouth] - 0.5) / 0.5)

/** A mouth of a set: what it is called, how it is shaped, and the drawing that shows it. */
export interface SetMouth {
  readonly id: string
  readonly name: string
  readonly shape: Mouth
  readonly drawing: string
}
/** The mouths of a column, and which of them shows a sound where that is another than its shape says. */
export interface MouthSet {
  readonly mouths: readonly SetMouth[]
  /** Mouths by sounds. */
  readonly sounds?: Readonly<Record<string, string>> | undefined
}

/**
 * The mouth of a set that shows a shape: the first one of it, or that which is open most alike. A shape at which lips do
 * not meet is never shown by one at which they do, as long as there is another. Null for an empty set.
 */
export function mouthFor({ mouths }: MouthSet, shape: Mouth): SetMouth | null {
  const own = mouths.find(m => m.shape === shape)
  if (own) return own
  const fits = mouths.filter(m => MEETING.has(m.shape) === MEETING.has(shape))
  const from = fits.length ? fits : mouths
  const away = (m: SetMouth): number => Math.abs(OPEN[m.shape] - OPEN[shape])
  return from.reduce<SetMouth | null>((best, m) => (best && away(best) <= away(m) ? best : m), null)
}

/** The mouth that shows a sound; null for an empty set. Throws RangeError for a sound that there is not. */
export function mouthOfSound(set: MouthSet, sound: string): SetMouth | null {
  const shape = mouthOf(sound)
  const told = set.sounds?.[sound]
  return set.mouths.find(m => m.id === told) ?? mouthFor(set, shape)
}

/** The sounds that a mouth of a set shows, in the order of shapes. */
export const soundsShown = (set: MouthSet, mouth: string): string[] =>
  SOUNDS.filter(sound => mouthOfSound(set, sound)?.id === mouth)
