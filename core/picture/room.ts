interface Size {
  readonly width: number
  readonly height: number
}

/** A part of the picture, px of it. */
export interface PictureRoom extends Size {
  readonly x: number
  readonly y: number
}

/** Room around the picture where a shot says nothing of it, as a share of its sides. */
export const USUAL_ROOM = 0.3

/** The picture of a shot with the room around it that is worked in, too; what is there never goes out. */
export function roomAround(shot: { readonly picture: Size; readonly room?: number | undefined }): PictureRoom {
  const { width, height } = shot.picture
  const share = shot.room ?? USUAL_ROOM
  return { x: -width * share, y: -height * share, width: width * (1 + 2 * share), height: height * (1 + 2 * share) }
}
