import { defineStore, skipHydrate } from 'pinia'
import { ref } from 'vue'
import { useRemembered } from '~/ui/remembered'

/** Sizes that were drawn with the splitters, px; null for the usual ones. */
interface Sizes {
  readonly sheet: number | null
  readonly rail: number | null
  readonly poses: number | null
  /** Of the picture, where it stands above the sheet. */
  readonly picture: number | null
}
const USUAL: Sizes = { sheet: null, rail: null, poses: null, picture: null }

/** What of the desk is folded away, and the sizes that were drawn with its splitters. */
export const useFolds = defineStore('folds', () => {
  const rail = useRemembered('fintro-rail-folded', false)
  const poses = useRemembered('fintro-poses-folded', false)
  /** The picture and its tools alone. */
  const pictureOnly = ref(false)
  const sizes = useRemembered<Sizes>('fintro-sizes', { ...USUAL }, { mergeDefaults: true })
  const resize = (change: Partial<Sizes>): void => {
    sizes.value = { ...sizes.value, ...change }
  }
  function reset(): void {
    pictureOnly.value = false
  }
  return {
    rail: skipHydrate(rail),
    poses: skipHydrate(poses),
    pictureOnly,
    sizes: skipHydrate(sizes),
    resize,
    reset,
  }
})
