import { expose } from 'comlink'
import { sizeAt } from '../given'
import type { Given, Told } from '../given'
import { drawSlate, slateWords } from '../burn'
import type { MovieChoices, Sound } from '../choices'
import { evened } from '../choices'
import { encodable } from './encoders'
import { workerFonts } from './fonts'
import { joined } from './join'
import { MovieFile, MOVIE_TYPES } from './movie-file'
import { opened, Painter } from './painter'
import { scratch, sweep } from './scratch'
import type { Work } from './works'
import { Works } from './works'

/** A movie of one shot: what is asked for, under which name it is put together, and what goes along. */
export interface MovieJob {
  readonly choices: MovieChoices
  readonly scratch: string
  readonly date: string
  readonly sound: Sound | null
  /** The size of all shots that become one movie, px of the movie; its own where nothing is said. */
  readonly size: { readonly width: number; readonly height: number } | null
}

const works = new Works()

/** Makes a movie; null where it was stopped. Throws HandOffFault. */
async function make(given: Given, job: MovieJob, told: Told): Promise<Blob | null> {
  const work = works.begin(told)
  try {
    return await filmed(given, job, work)
  } finally {
    works.end(work)
  }
}

async function filmed(given: Given, job: MovieJob, work: Work): Promise<Blob | null> {
  const { choices } = job
  await workerFonts()
  const of = opened(given)
  const { shot } = of.scene
  const painter = new Painter(of, { ...choices, paper: true })
  const size = evened(job.size ?? painter.size)
  const canvas = new OffscreenCanvas(size.width, size.height)
  const c = canvas.getContext('2d', { willReadFrequently: true })!
  const slate = Math.round((choices.slate * shot.rate.num) / shot.rate.den)
  const frames = given.last - given.first + 1
  const file = await scratch(job.scratch)
  const lead = (slate * shot.rate.den) / shot.rate.num
  const all = slate + frames * choices.loops
  const about = { choices, rate: shot.rate, frames: all, sound: job.sound, lead }
  const movie = await MovieFile.begin(file, canvas, about).catch(async (error: unknown) => {
    await file.drop()
    throw error
  })
  try {
    let done = 0
    const add = async (): Promise<void> => {
      await movie.add()
      done++
      await work.at(done / all, `Frame ${done} of ${all}`)
    }
    if (slate) {
      const plan = given.shot.planOrder.length > 1 ? of.scene.plan.name : ''
      drawSlate(c, size, slateWords(shot, { production: given.production, plan, frames, date: job.date }))
    }
    for (let i = 0; i < slate && !work.stopped; i++) await add()
    c.fillStyle = shot.paper
    c.fillRect(0, 0, size.width, size.height)
    const at = {
      x: Math.floor((size.width - painter.size.width) / 2),
      y: Math.floor((size.height - painter.size.height) / 2),
    }
    let shown = ''
    for (let i = 0; i < frames * choices.loops && !work.stopped; i++) {
      const picture = await painter.frame(given.first + (i % frames))
      if (picture.key !== shown) c.drawImage(picture.canvas, at.x, at.y)
      shown = picture.key
      await add()
    }
    if (work.stopped) {
      await movie.cancel()
      await file.drop()
      return null
    }
    await movie.end()
    return await file.done(MOVIE_TYPES[choices.container])
  } catch (error) {
    await movie.cancel()
    await file.drop().catch(() => undefined)
    throw error
  }
}

/** The size a movie of a shot gets, px. */
const sizeOf = (shot: Given['shot'], scale: number) => evened(sizeAt(shot.picture, scale))

const api = { make, joined, encodable, sweep, sizeOf, stop: () => works.stop() }
export type MovieWorker = typeof api
expose(api)
