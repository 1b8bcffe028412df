import { defineStore } from 'pinia'
import { ref } from 'vue'

/** Work that goes on while one works on: how much of it is done, 0 to 1, and what is told of it. Null where there is none. */
export const useUnderWay = defineStore('under-way', () => ({
  share: ref<number | null>(null),
  words: ref(''),
}))
