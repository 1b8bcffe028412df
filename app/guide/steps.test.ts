import { describe, expect, it } from 'vitest'
import { demoShots } from '../../demo'
import { makeShot } from '#core/document'
import { rate } from '#core/time'
import { isEmptyShot, posesIn, stepsDone } from './steps'

const planOf = <T extends { plans: Record<string, P>; planOrder: readonly string[] }, P>(shot: T): P =>
  shot.plans[shot.planOrder[0]!]!

describe('the first steps', () => {
  it('are all to be done in a new shot', () => {
    const shot = makeShot('new-shot', {
      ...{ name: 'New', length: 24, rate: rate(24), paper: '#fffdf6' },
      picture: { width: 960, height: 540 },
    })
    expect(isEmptyShot(shot)).toBe(true)
    expect([...stepsDone(shot, planOf(shot), { played: false })]).toEqual([])
  })
  it('are done where there are poses and a chart, and it was played', () => {
    const shot = demoShots().find(d => d.shot.id === 'gull-point-020')!.shot
    expect(isEmptyShot(shot)).toBe(false)
    expect(posesIn(shot, planOf(shot))).toBeGreaterThan(3)
    expect([...stepsDone(shot, planOf(shot), { played: false })]).toEqual(['pose', 'time', 'chart'])
    expect(stepsDone(shot, planOf(shot), { played: true }).has('play')).toBe(true)
  })
})

describe('the guide', () => {
  it('has a page for each stage of the work, each with its picture', async () => {
    const { stages, introduction } = await import('./guide')
    expect(stages.map(s => s.id)).toEqual(['pose', 'time', 'chart', 'draw', 'cycle', 'speak', 'check', 'export'])
    for (const s of stages) expect(s.html).toContain(`<img src="/guide/${s.id}.png"`)
    expect(introduction).toContain('Eight stages')
  })
})
