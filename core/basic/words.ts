/** A number with its noun: "1 frame", "3 frames". `many` where the plural is not made by an s. */
export const plural = (n: number, one: string, many = `${one}s`): string => `${n} ${n === 1 ? one : many}`
