import { StrokesAway } from '~/desk/drafts'
import { tell } from '~/ui/messages'

/** What cannot be done yet, since strokes are still on their way, is told wherever it was asked for. */
export default defineNuxtPlugin(({ vueApp }) => {
  const told = (error: unknown): boolean => {
    if (error instanceof StrokesAway) tell(error.message)
    return error instanceof StrokesAway
  }
  const before = vueApp.config.errorHandler
  vueApp.config.errorHandler = (error, instance, info) => {
    if (told(error)) return
    if (before) before(error, instance, info)
    else throw error
  }
  window.addEventListener('error', e => {
    if (told(e.error)) e.preventDefault()
  })
  window.addEventListener('unhandledrejection', e => {
    if (told(e.reason)) e.preventDefault()
  })
})
