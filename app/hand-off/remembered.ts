import { defineStore, skipHydrate } from 'pinia'
import { useRemembered } from '~/ui/remembered'
import type { GifChoices, ImageChoices, MovieChoices, PaperChoices } from './choices'

export type Kind = 'movie' | 'gif' | 'images' | 'paper' | 'data'

const burnt = { frame: false, timecode: false, shot: false, column: '' }
const look = { background: true, paper: true, scale: 1, burnt }
const MOVIE: MovieChoices = { ...look, container: 'mp4', codec: 'avc', quality: 'good', loops: 1, slate: 0 }
const GIF: GifChoices = { ...look, scale: 0.25, forever: true, most: 0 }
const IMAGES: ImageChoices = {
  ...look,
  by: 'frame',
  file: 'png',
  column: '',
  apart: false,
  figuresOnly: false,
  pattern: '[shot].[frame]',
  digits: 4,
}

const PAPER: PaperChoices = { what: 'sheet', paper: 'a4', columns: [], ladders: true }

/** What was chosen last for each kind of what goes out. */
export const useChoices = defineStore('export-choices', () => {
  const kind = useRemembered<Kind>('fintro-export', 'movie')
  const movie = useRemembered<MovieChoices>('fintro-export-movie', MOVIE, { mergeDefaults: true })
  const gif = useRemembered<GifChoices>('fintro-export-gif', GIF, { mergeDefaults: true })
  const images = useRemembered<ImageChoices>('fintro-export-images', IMAGES, { mergeDefaults: true })
  const paper = useRemembered<PaperChoices>('fintro-export-paper', PAPER, { mergeDefaults: true })
  /** One file for each of several shots, not one movie. */
  const apart = useRemembered<boolean>('fintro-export-apart', false)
  return {
    kind: skipHydrate(kind),
    movie: skipHydrate(movie),
    gif: skipHydrate(gif),
    images: skipHydrate(images),
    paper: skipHydrate(paper),
    apart: skipHydrate(apart),
  }
})
