import { defineStore, skipHydrate } from 'pinia'
import { useRemembered } from '~/ui/remembered'
import type { GifChoices, ImageChoices, MovieChoices, PaperChoices } from './choices'
import { DEFAULTS } from './choices'

export type Kind = 'movie' | 'gif' | 'images' | 'paper' | 'data'

/** What was chosen last for each kind of what goes out. */
export const useChoices = defineStore('export-choices', () => {
  const kind = useRemembered<Kind>('fintro-export', 'movie')
  const movie = useRemembered<MovieChoices>('fintro-export-movie', DEFAULTS.movie, { mergeDefaults: true })
  const gif = useRemembered<GifChoices>('fintro-export-gif', DEFAULTS.gif, { mergeDefaults: true })
  const images = useRemembered<ImageChoices>('fintro-export-images', DEFAULTS.images, { mergeDefaults: true })
  const paper = useRemembered<PaperChoices>('fintro-export-paper', DEFAULTS.paper, { mergeDefaults: true })
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
