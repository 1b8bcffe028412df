import type { Remote } from 'comlink'
import { wrap } from 'comlink'
import type { Matcher } from '#core/pass'
import { keepMatch, knownMatch, matchAtOnce } from '#core/pass'
import type { Line, Match, Tie } from '#core/tie'
import type { MatchWorker } from './match.worker'

/** So many strokes times so many take longer to pair than a display frame lasts: they are paired in a worker. */
const LONG = 1500
/** So many questions wait at most; those asked last come first, older ones are asked again if they still matter. */
const MOST_WAITING = 12

interface Question {
  readonly a: readonly Line[]
  readonly b: readonly Line[]
  readonly ties: readonly Tie[]
}

const isAs = (p: Question, q: Question): boolean => p.a === q.a && p.b === q.b && p.ties === q.ties

/** Finds which stroke becomes which: at once where that is quick, else in a worker; then `arrived` is told. */
export function createMatcher(arrived: () => void): Matcher {
  const waiting: Question[] = []
  let asked: Question | null = null
  let worker: Remote<MatchWorker> | null = null

  async function next(): Promise<void> {
    const question = asked ? undefined : waiting.pop()
    if (!question) return
    asked = question
    const found = await answer(question).catch(() => null)
    asked = null
    // What cannot be answered at all is not asked again and again.
    if (found) arrived()
    void next()
  }

  async function answer({ a, b, ties }: Question): Promise<Match | null> {
    try {
      worker ??= wrap<MatchWorker>(new Worker(new URL('./match.worker.ts', import.meta.url), { type: 'module' }))
      return keepMatch(a, b, ties, await worker.matchOf(a as Line[], b as Line[], ties as Tie[]))
    } catch {
      // Without a worker it takes its time here.
      return matchAtOnce(a, b, ties)
    }
  }

  return (a, b, ties) => {
    const known = knownMatch(a, b, ties)
    if (known || a.length * b.length <= LONG) return known ?? matchAtOnce(a, b, ties)
    const question = { a, b, ties }
    if (!(asked && isAs(asked, question)) && !waiting.some(w => isAs(w, question))) {
      waiting.push(question)
      if (waiting.length > MOST_WAITING) waiting.shift()
      void next()
    }
    return null
  }
}
