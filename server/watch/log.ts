import pino from 'pino'
import { settings } from '../settings/settings'

/** The log of this process: a JSON object a line on the standard output, with a time and a level. */
export const log = pino({
  level: levelOf(),
  base: { pid: process.pid },
  timestamp: pino.stdTimeFunctions.isoTime,
  formatters: { level: label => ({ level: label }) },
})

function levelOf(): string {
  try {
    return settings().logLevel
  } catch {
    return 'info'
  }
}
