import { createHash } from 'node:crypto'
import { describe, expect, it } from 'vitest'
import { applyCommand, commandSchema } from '..'
import { makeShot, openShot, SCHEMA, storeShot } from '../../document'
import { strokeText, tidy } from '../../stroke'
import { rate } from '../../time'
import { commands } from '../all'
import { EXAMPLES, FILES, SHOT, STROKES } from '.'
import { GIF, LOWER, PNG, UPPER } from './kit'

const sha256 = (bytes: string | Buffer): string => createHash('sha256').update(bytes).digest('hex')

describe('examples of commands', () => {
  it('are accepted one after the other, each changes the shot, and it opens again', () => {
    const told: string[] = []
    let shot = makeShot(SHOT, {
      ...{ name: 'Crane', picture: { width: 1920, height: 1080 }, rate: rate(24), paper: '#fffdf6', length: 60 },
    })
    for (const example of EXAMPLES) {
      const command = commandSchema.parse({ schema: SCHEMA, ...example })
      const out = applyCommand(shot, command as never)
      if (!out.ok) told.push(`${example.id} ${example.name}: ${out.refusal.message}`)
      else {
        if (JSON.stringify(storeShot(out.shot)) === JSON.stringify(storeShot(shot)))
          told.push(`${example.id} ${example.name} changes nothing`)
        shot = out.shot
        expect(openShot(JSON.parse(JSON.stringify(storeShot(shot)))).ok).toBe(true)
      }
    }
    expect(told).toEqual([])
  })
  it('show every command', () => {
    expect([...new Set<string>(EXAMPLES.map(e => e.name))].sort()).toEqual(Object.keys(commands).sort())
  })
  it('name what they say is to be kept', () => {
    expect(STROKES.map(s => sha256(strokeText(tidy(s))))).toEqual([UPPER, LOWER])
    expect([FILES.png, FILES.gif].map(f => sha256(Buffer.from(f, 'base64')))).toEqual([PNG, GIF])
  })
})
