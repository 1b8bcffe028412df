import { z } from 'zod'

/** The page may make no code from text (its content security policy): the schemas need not find that out by trying. */
export default defineNuxtPlugin({ name: 'schemas', enforce: 'pre', setup: () => void z.config({ jitless: true }) })
