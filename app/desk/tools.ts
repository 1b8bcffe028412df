import { defineStore, skipHydrate } from 'pinia'
import { useRemembered } from '~/ui/remembered'

export const TOOLS = [
  'pose',
  'pencil',
  'eraser',
  'select',
  'ties',
  'superimpose',
  'joints',
  'path',
  'move',
  'scale',
] as const
export type Tool = (typeof TOOLS)[number]

/** Names that browsers may still remember. */
const FORMER: Readonly<Record<string, Tool>> = { rubber: 'eraser', choose: 'select' }

/** The tool in hand on the picture, remembered in this browser. */
export const useTools = defineStore('tools', () => {
  const tool = useRemembered<Tool>('fintro-tool', 'pose')
  if (!TOOLS.includes(tool.value)) tool.value = FORMER[tool.value] ?? 'pose'
  return { tool: skipHydrate(tool) }
})
