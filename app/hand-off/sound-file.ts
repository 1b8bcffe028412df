import { defineStore } from 'pinia'
import { ref, shallowRef } from 'vue'
import type { Sound } from './choices'

/** What encoders of sound take anywhere; the sound is resampled to it. */
const RATE = 48_000
const MOST_BYTES = 512 * 1024 * 1024

/** A sound file that goes along with a movie. */
export const useSoundFile = defineStore('sound-file', () => {
  const name = ref('')
  const failed = ref('')
  const reading = ref(false)
  const sound = shallowRef<Sound | null>(null)

  async function open(file: File): Promise<void> {
    failed.value = ''
    if (file.size > MOST_BYTES) return void (failed.value = 'A sound file has at most 512 MB.')
    reading.value = true
    try {
      const buffer = await new OfflineAudioContext(1, 1, RATE).decodeAudioData(await file.arrayBuffer())
      // More than two planes are for rooms, not for a review.
      const planes = Math.min(2, buffer.numberOfChannels)
      const channels = Array.from({ length: planes }, (_, i) => buffer.getChannelData(i))
      sound.value = { rate: buffer.sampleRate, channels, at: 0 }
      name.value = file.name
    } catch {
      failed.value = `“${file.name}” is no sound that this browser can read. WAV, MP3, Ogg and FLAC usually are.`
    }
    reading.value = false
  }
  function forget(): void {
    sound.value = null
    name.value = failed.value = ''
  }
  return { name, failed, reading, sound, open, forget, reset: forget }
})
