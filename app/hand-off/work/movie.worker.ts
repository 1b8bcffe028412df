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
import type { Opened } from './painter'
import { opened, Painter } from './painter'
import { scratch } from './scratch'
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
  const size = evened(job.size ?? sizeAt(shot.picture, choices.scale))
  const painter = new Painter(of, { ...choices, paper: true }, size)
  const slate = Math.round((choices.slate * shot.rate.num) / shot.rate.den)
  const frames = given.last - given.first + 1
  const all = slate + frames * choices.loops
  const lead = (slate * shot.rate.den) / shot.rate.num
  const file = await scratch(job.scratch)
  let movie: MovieFile | null = null
  try {
    const about = { choices, rate: shot.rate, frames: all, sound: job.sound, lead }
    movie = await MovieFile.begin(file, size, about)
    const card = slate ? slateOf(of, size, { frames, date: job.date }) : null
    for (let i = 0; i < all && !work.stopped; i++) {
      await movie.add(i < slate ? card! : await painter.frame(given.first + ((i - slate) % frames)))
      await work.at((i + 1) / all, `Frame ${i + 1} of ${all}`)
    }
    if (!work.stopped) {
      await movie.end()
      return await file.done(MOVIE_TYPES[choices.container])
    }
  } catch (error) {
    await movie?.cancel()
    await file.drop().catch(() => undefined)
    throw error
  }
  await movie.cancel()
  await file.drop()
  return null
}

/** The card before a shot. */
function slateOf(
  { scene, given }: Opened,
  size: { width: number; height: number },
  { frames, date }: { frames: number; date: string },
): OffscreenCanvas {
  const canvas = new OffscreenCanvas(size.width, size.height)
  const plan = scene.shot.planOrder.length > 1 ? scene.plan.name : ''
  const words = slateWords(scene.shot, { production: given.production, plan, frames, date })
  drawSlate(canvas.getContext('2d', { willReadFrequently: true })!, size, words)
  return canvas
}

const api = { make, joined, encodable, stop: () => works.stop() }
export type MovieWorker = typeof api
expose(api)
