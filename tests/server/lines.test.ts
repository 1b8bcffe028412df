import { describe, expect, it } from 'vitest'
import { makeShot, SCHEMA } from '../../core/document'
import type { Command } from '../../core/commands'
import { rate } from '../../core/time'
import { followed, freshlyRead, missedSince } from '../../server/shots/documents'
import { Lines } from '../../server/commits/lines'

describe('a line', () => {
  const outcomes = async (turns: string[], lines: Lines<string, string, string>) =>
    (await Promise.allSettled(turns.map(t => lines.take('x', t)))).map(o =>
      o.status === 'fulfilled' ? o.value : String(o.reason),
    )
  it('serves together who waits together, and each alone where one of them cannot be served', async () => {
    const served: string[][] = []
    const serve = async (_: string, turns: readonly string[]) => {
      served.push([...turns])
      if (turns.includes('bad')) throw new Error('bad')
      return turns.map(t => `${t}!`)
    }
    const lines = new Lines<string, string, string>(
      serve,
      turns => turns.length < 3,
      () => false,
    )
    expect(await outcomes(['a', 'b', 'bad', 'c', 'd'], lines)).toEqual(['a!', 'b!', 'Error: bad', 'c!', 'd!'])
    expect(served).toEqual([['a'], ['b', 'bad', 'c'], ['b'], ['bad'], ['c'], ['d']])
  })
  it('tells a fault that is nobody’s own to all at once', async () => {
    let asked = 0
    const serve = async (): Promise<string[]> => {
      asked++
      throw new Error('away')
    }
    const lines = new Lines<string, string, string>(
      serve,
      () => true,
      () => true,
    )
    expect(await outcomes(['a', 'b', 'c', 'd'], lines)).toEqual(Array(4).fill('Error: away'))
    expect(asked).toBe(2)
  })
  it('serves those who come while it gets ready, and what was got ready only once', async () => {
    const served: [readonly string[], string | null][] = []
    const ready: (() => void)[] = []
    const lines = new Lines<string, string, string, string>(
      async (_, turns, held) => {
        served.push([turns, held])
        if (turns.includes('bad') && turns.length > 1) throw new Error('bad')
        return [...turns]
      },
      () => true,
      () => false,
      (key, next) => new Promise(done => ready.push(() => done(`${key} for ${next}`))),
    )
    const first = lines.take('x', 'a')
    const others = ['b', 'bad'].map(t => lines.take('x', t))
    ready[0]!()
    expect(await Promise.all([first, ...others])).toEqual(['a', 'b', 'bad'])
    expect(served).toEqual([
      [['a', 'b', 'bad'], 'x for a'],
      [['a'], null],
      [['b'], null],
      [['bad'], null],
    ])
  })
})

describe('a document that is kept', () => {
  const shot = makeShot('s', {
    name: 'S',
    picture: { width: 100, height: 100 },
    rate: rate(24, 1),
    paper: '#ffffff',
    length: 24,
  })
  const after = (n: number, characters: number) => {
    let kept = freshlyRead({ incarnation: 'i', revision: 0, shot }, [])
    for (let revision = 1; revision <= n; revision++) {
      const args = { name: 'x'.repeat(characters) }
      const command: Command = { id: `command-${revision}`, schema: SCHEMA, name: 'shot.set', args }
      kept = followed(kept, shot, [{ revision, command }], { put: new Map(), gone: [] })
    }
    return kept
  }
  it('knows the last changes, as far as they are few and small', () => {
    expect(missedSince(after(100, 10), 40)!.map(e => e.revision)).toEqual(Array.from({ length: 60 }, (_, i) => 41 + i))
    expect(missedSince(after(100, 10), 20)).toBeNull()
    // Large ones are not held in memory, however few they are.
    expect(missedSince(after(10, 100_000), 8)!.map(e => e.revision)).toEqual([9, 10])
    expect(missedSince(after(10, 100_000), 5)).toBeNull()
    expect(missedSince(after(3, 1_000_000), 2)).toBeNull()
  })
})
