import { PNG } from 'pngjs'

const [WIDTH, HEIGHT] = [480, 300]

/** How far a point is from a segment, px. */
function off(x: number, y: number, [ax, ay, bx, by]: readonly [number, number, number, number]): number {
  const [dx, dy] = [bx - ax, by - ay]
  const t = Math.max(0, Math.min(1, ((x - ax) * dx + (y - ay) * dy) / (dx * dx + dy * dy)))
  return Math.hypot(x - ax - t * dx, y - ay - t * dy)
}

/** A gull's wing-beat in eight pictures, made for the screenshots: a body, and two wings of two parts. */
export function gulls(): { name: string; mimeType: string; buffer: Buffer }[] {
  return Array.from({ length: 8 }, (_, i) => {
    const [up, bend] = [Math.sin((i / 8) * 2 * Math.PI), Math.sin((i / 8) * 2 * Math.PI - 0.9)]
    const wing = (side: 1 | -1): [number, number, number, number][] => {
      const elbow: [number, number] = [240 + side * 85, 165 - 70 * up]
      return [
        [240 + side * 12, 165, ...elbow],
        [...elbow, elbow[0] + side * 85, elbow[1] + 18 - 60 * bend],
      ]
    }
    const lines = [...wing(1), ...wing(-1)]
    const png = new PNG({ width: WIDTH, height: HEIGHT })
    for (let y = 0; y < HEIGHT; y++) {
      for (let x = 0; x < WIDTH; x++) {
        const body =
          ((x - 240) / 62) ** 2 + ((y - 172) / 20) ** 2 < 1 || ((x - 300) / 18) ** 2 + ((y - 162) / 15) ** 2 < 1
        const wings = lines.some((l, k) => off(x, y, l) < (k % 2 ? 7 : 10))
        if (body || wings) png.data.set(body ? [70, 84, 92, 255] : [46, 58, 66, 255], (y * WIDTH + x) * 4)
      }
    }
    return { name: `gull.${String(i + 1).padStart(4, '0')}.png`, mimeType: 'image/png', buffer: PNG.sync.write(png) }
  })
}
