import { createHash } from 'node:crypto'
import { describe, expect, it } from 'vitest'
import { applyCommand, commandSchema } from '..'
import { equal, openShot, storeShot } from '../../document'
import { strokeText, tidy } from '../../stroke'
import { commands } from '../all'
import { EXAMPLES, exampleShot, exampleWords, FILES, STROKES } from '.'
import { GIF, LOWER, PNG, UPPER } from './kit'

const sha256 = (bytes: string | Buffer): string => createHash('sha256').update(bytes).digest('hex')

describe('examples of commands', () => {
  it('are accepted one after the other, each changes the shot, and it opens again', () => {
    let shot = exampleShot()
    for (const example of EXAMPLES) {
      const command = commandSchema.parse(example)
      expect(command.args).toEqual(example.args)
      const out = applyCommand(shot, command as never)
      const told = `${example.id} ${example.name}`
      if (!out.ok) throw new Error(`${told}: ${out.refusal.message}`)
      expect(equal(storeShot(out.shot), storeShot(shot)), told).toBe(false)
      shot = out.shot
      expect(openShot(JSON.parse(JSON.stringify(storeShot(shot)))).ok, told).toBe(true)
    }
  })
  it('show every command, in words', () => {
    expect([...new Set<string>(EXAMPLES.map(e => e.name))].sort()).toEqual(Object.keys(commands).sort())
    expect(exampleWords().every(Boolean)).toBe(true)
  })
  it('name what they say is to be kept', () => {
    expect(STROKES.map(s => sha256(strokeText(tidy(s))))).toEqual([UPPER, LOWER])
    expect([FILES.png, FILES.gif].map(f => sha256(Buffer.from(f, 'base64')))).toEqual([PNG, GIF])
  })
})
