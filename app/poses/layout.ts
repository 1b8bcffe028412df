/** The height of the bar of time below the cards of the poses, and of the sound over it, px. */
const BAR = 14
export const WAVE = 18
export const barHigh = (sound: boolean): number => (sound ? BAR + WAVE : BAR)
