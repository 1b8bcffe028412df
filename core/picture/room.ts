interface Size {
  readonly width: number
  readonly height: number
}

/** A part of the picture, px of it. */
export interface PictureRoom extends Size {
  readonly x: number
  readonly y: number
}

/** Room around the picture that is worked in, too, as a share of its sides; what is there never goes out. */
const SHARE = 0.3

/** The picture with the room around it. */
export const roomAround = ({ width, height }: Size): PictureRoom => ({
  x: -width * SHARE,
  y: -height * SHARE,
  width: width * (1 + 2 * SHARE),
  height: height * (1 + 2 * SHARE),
})
