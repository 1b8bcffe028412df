import type { Stroke } from './stroke'

/*
 * Strokes are kept as text of few letters a point: how far each is from where the line would go on straight (in tenths of
 * px), and how the pressure changed (in hundredths), each as one or more letters of five bits, small numbers first. A
 * letter
 * with the sixth bit says that more follow. The signs are folded in, so that small differences of either sign are short.
 */
const ALPHABET = 'ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz0123456789-_'
const VALUES = new Map([...ALPHABET].map((c, i) => [c, i]))
const UNITS = [10, 10, 100] as const

/** The mark that packed text begins with; what begins otherwise was kept as JSON. */
const MARK = '~'

function lettersOf(n: number): string {
  let rest = n < 0 ? -n * 2 - 1 : n * 2
  let out = ''
  while (rest >= 32) {
    out += ALPHABET[32 + (rest % 32)]
    rest = Math.floor(rest / 32)
  }
  return out + ALPHABET[rest]
}

/** Where the next number is expected: on the straight line through the two points before, the pressure as it was. */
class Guess {
  private readonly last = [0, 0, 0]
  private readonly before = [0, 0, 0]

  next(i: number): number {
    const k = i % 3
    return k === 2 || i < 6 ? this.last[k]! : 2 * this.last[k]! - this.before[k]!
  }

  is(i: number, whole: number): void {
    const k = i % 3
    this.before[k] = this.last[k]!
    this.last[k] = whole
  }
}

/** A tidied stroke as short text: its points to 1/10 px. */
export function packStroke(s: Stroke): string {
  const guess = new Guess()
  let points = ''
  s.points.forEach((value, i) => {
    const whole = Math.round(value * UNITS[i % 3]!)
    points += lettersOf(whole - guess.next(i))
    guess.is(i, whole)
  })
  const strength = s.strength === undefined ? '' : `s${s.strength}`
  return `${MARK}${s.schema} ${s.colour} ${s.width} ${s.pressure ? 'p' : ''}${s.fill ? 'f' : ''}${strength} ${points}`
}

/**
 * The stroke of a packed text, or of the JSON that strokes were kept as before. Throws RangeError for text that is
 * neither.
 */
export function unpackStroke(text: string): Stroke {
  if (!text.startsWith(MARK)) return JSON.parse(text) as Stroke
  const [, colour, width, marks, letters] = text.split(' ')
  if (letters === undefined) throw new RangeError('This is no packed stroke.')
  const points: number[] = []
  const guess = new Guess()
  let value = 0
  let weight = 1
  for (const letter of letters) {
    const bits = VALUES.get(letter)
    if (bits === undefined) throw new RangeError('This is no packed stroke.')
    value += (bits % 32) * weight
    if (bits >= 32) {
      weight *= 32
      continue
    }
    const i = points.length
    const whole = guess.next(i) + (value % 2 ? -(value + 1) / 2 : value / 2)
    guess.is(i, whole)
    points.push(whole / UNITS[i % 3]!)
    value = 0
    weight = 1
  }
  const strength = /s([\d.]+)$/.exec(marks!)
  return {
    schema: 1,
    colour: colour!,
    width: Number(width),
    ...(strength ? { strength: Number(strength[1]) } : {}),
    pressure: marks!.includes('p'),
    ...(marks!.includes('f') ? { fill: true as const } : {}),
    points,
  }
}
