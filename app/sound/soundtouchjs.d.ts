/** What is used of the package, which has no types of its own. */
declare module 'soundtouchjs' {
  export class SoundTouch {
    /** How much faster at the same pitch. */
    tempo: number
    /** How it lays pieces over each other: samples a second, and ms. */
    readonly stretch: { setParameters: (rate: number, sequence: number, seek: number, overlap: number) => void }
  }
  /** Samples go left, right, left, right … */
  export class SimpleFilter {
    constructor(
      source: { extract: (target: Float32Array, count: number, position: number) => number },
      pipe: SoundTouch,
      ended?: () => void,
    )
    /** Fills `target` with so many samples a side; gives how many there were. */
    extract(target: Float32Array, count: number): number
  }
}
