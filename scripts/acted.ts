import { execFileSync } from 'node:child_process'
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import type { Page } from '@playwright/test'

/** Someone made of grey shapes who lifts a box, as a movie of 61 frames at 24 a second: footage for the demo's lift. */
export async function actedLift(page: Page): Promise<Buffer> {
  const folder = mkdtempSync(join(tmpdir(), 'fintro-acted-'))
  try {
    // What runs this script gives functions their names by a helper that a page does not have.
    await page.evaluate('globalThis.__name = f => f')
    for (let i = 0; i < 61; i++)
      writeFileSync(
        join(folder, `${String(i).padStart(3, '0')}.png`),
        Buffer.from(await page.evaluate(drawActed, i / 60), 'base64'),
      )
    const file = join(folder, 'acted.mp4')
    const how = ['-c:v', 'libx264', '-pix_fmt', 'yuv420p', '-crf', '18']
    execFileSync('ffmpeg', ['-v', 'error', '-y', '-r', '24', '-i', join(folder, '%03d.png'), ...how, file])
    return readFileSync(file)
  } finally {
    rmSync(folder, { recursive: true })
  }
}

/** One picture of it as base64; `t` goes from 0 to 1. Runs in the page. */
async function drawActed(t: number): Promise<string> {
  const [w, h] = [640, 360]
  const canvas = new OffscreenCanvas(w, h)
  const c = canvas.getContext('2d')!
  const wall = c.createLinearGradient(0, 0, 0, h)
  wall.addColorStop(0, '#8d949b')
  wall.addColorStop(0.78, '#c3c8cb')
  wall.addColorStop(0.8, '#6f675d')
  wall.addColorStop(1, '#8b8176')
  c.fillStyle = wall
  c.fillRect(0, 0, w, h)
  const eased = (from: number, to: number): number => {
    const s = Math.max(0, Math.min(1, (t - from) / (to - from)))
    return s * s * (3 - 2 * s)
  }
  const [rise, raise] = [eased(0.15, 0.5), eased(0.45, 0.85)]
  const hip = { x: 300, y: 235 - rise * 25 }
  const chest = { x: 340 - rise * 35, y: 175 - rise * 25 }
  const hand = { x: 390 - raise * 10, y: 265 - rise * 70 - raise * 110 }
  const limb = (points: { x: number; y: number }[], width: number, colour: string): void => {
    c.strokeStyle = colour
    c.lineWidth = width
    c.lineCap = c.lineJoin = 'round'
    c.beginPath()
    points.forEach(p => c.lineTo(p.x, p.y))
    c.stroke()
  }
  c.fillStyle = '#0003'
  c.beginPath()
  c.ellipse(320, 318, 110, 12, 0, 0, 7)
  c.fill()
  limb([hip, { x: 285 + (1 - rise) * 50, y: 275 }, { x: 285, y: 315 }], 24, '#3b4149')
  limb([hip, { x: 315 + (1 - rise) * 45, y: 270 }, { x: 325, y: 315 }], 26, '#2d333a')
  limb([hip, chest], 46, '#7a3b34')
  c.fillStyle = '#a8683a'
  c.fillRect(hand.x - 26, hand.y - 6, 52, 44)
  limb([chest, { x: (chest.x + hand.x) / 2 + 18, y: (chest.y + hand.y) / 2 + 18 }, hand], 18, '#8a463d')
  c.fillStyle = '#c99a7c'
  c.beginPath()
  c.arc(chest.x + 12, chest.y - 42, 21, 0, 7)
  c.fill()
  const bytes = new Uint8Array(await (await canvas.convertToBlob()).arrayBuffer())
  let text = ''
  for (const b of bytes) text += String.fromCharCode(b)
  return btoa(text)
}
