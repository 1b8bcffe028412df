import { expect, it } from 'vitest'
import { soundType } from './sound-type'

const bytes = (...parts: (string | number[])[]): Uint8Array =>
  Uint8Array.from(parts.flatMap(p => (typeof p === 'string' ? [...p].map(c => c.charCodeAt(0)) : p)))

// Heads as the published formats give them: RIFF/WAVE, ISO/IEC 11172-3, RFC 3533, RFC 9639, ISO/IEC 14496-12.
it.each([
  ['audio/wav', bytes('RIFF', [36, 0, 0, 0], 'WAVEfmt ')],
  ['audio/mpeg', bytes('ID3', [4, 0, 0, 0, 0, 0, 0])],
  ['audio/mpeg', bytes([0xff, 0xfb, 0x90, 0x64])],
  ['audio/aac', bytes([0xff, 0xf1, 0x50, 0x80])],
  ['audio/ogg', bytes('OggS', [0, 2])],
  ['audio/flac', bytes('fLaC', [0, 0, 0, 34])],
  ['audio/mp4', bytes([0, 0, 0, 32], 'ftypM4A ')],
  [null, bytes([0, 0, 0, 32], 'ftypisom')],
  [null, bytes('RIFF', [36, 0, 0, 0], 'WEBPVP8 ')],
  [null, bytes([0xff, 0xd8, 0xff, 0xe0])],
  [null, bytes('GIF89a')],
  [null, bytes()],
])('%s is told by its first bytes', (type, head) => expect(soundType(head)).toBe(type))
