import { defineStore } from 'pinia'
import { ref } from 'vue'

/** What is drawn anew though no document changed. Each canvas carries the count of moves that it last drew. */
export const usePaintCounts = defineStore('paint-counts', () => ({
  /** Pointer moves that changed something. */
  moves: ref(0),
  /** Strokes and pictures that arrived. */
  arrivals: ref(0),
}))
