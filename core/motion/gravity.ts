/** Standard gravity, m/s²: 3rd General Conference on Weights and Measures, 1901 (from memory). */
export const GRAVITY = 9.80665

/** Seconds that a fall from rest takes over a height in metres: s = g t² / 2. */
export const fallSeconds = (metres: number): number => Math.sqrt((2 * Math.abs(metres)) / GRAVITY)

/** Metres fallen from rest in a time, s. */
export const fallMetres = (seconds: number): number => (GRAVITY * seconds * seconds) / 2

/**
 * Metres that a jump is high which lasts this long from leaving the ground to landing on it: half the time is a fall.
 */
export const jumpMetres = (seconds: number): number => fallMetres(seconds / 2)

/** Seconds of a hop from one height over a top to another height, metres above the start and the landing. */
export const hopSeconds = (up: number, down: number): number => fallSeconds(up) + fallSeconds(down)

/** Seconds of a whole swing, there and back, of something that hangs this long; small swing: T = 2π √(L / g). */
export const swingSeconds = (metres: number): number => 2 * Math.PI * Math.sqrt(Math.abs(metres) / GRAVITY)
