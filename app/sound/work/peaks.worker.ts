import { monoOf, pieceOf } from '#core/sound'

/** A piece of a sound to look at, its planes; answered by what it is like. */
export interface PieceAsked {
  readonly key: string
  readonly from: number
  readonly planes: readonly Float32Array[]
}
export type PieceSeen = Pick<PieceAsked, 'key' | 'from'> & { readonly piece: ReturnType<typeof pieceOf> }

self.onmessage = ({ data: { key, from, planes } }: MessageEvent<PieceAsked>) => {
  const piece = pieceOf(monoOf(planes))
  const answer: PieceSeen = { key, from, piece }
  self.postMessage(answer, { transfer: [piece.low.buffer, piece.high.buffer, piece.power.buffer] })
}
