import type { Action } from '~/desk/action'
import { useTools } from '~/desk/tools'
import type { DrawMode } from './store'
import { useLightTable } from './store'

const drawing = (mode: DrawMode, name: string): Action => ({
  ...{ id: `draw-${mode}`, name, group: 'Draw', keys: [] },
  on: () => useTools().tool === 'pencil' && useLightTable().mode === mode,
  do: () => {
    useTools().tool = 'pencil'
    useLightTable().mode = mode
  },
})
const erasing = (how: 'parts' | 'whole', name: string): Action => ({
  ...{ id: `erase-${how}`, name, group: 'Draw', keys: [] },
  on: () => useTools().tool === 'eraser' && useLightTable().eraser.parts === (how === 'parts'),
  do: () => {
    const table = useLightTable()
    useTools().tool = 'eraser'
    table.eraser = { ...table.eraser, parts: how === 'parts' }
  },
})
const switched = (key: 'fillSeesAll' | 'asSeen' | 'keepWidth', name: string, hint: string): Action => ({
  ...{ id: `table-${key}`, name, hint, group: 'Draw', keys: [] },
  on: () => useLightTable()[key],
  do: () => {
    const table = useLightTable()
    table[key] = !table[key]
  },
})

/** The settings of what draws, each by its name. */
export const lightTableSettings: readonly Action[] = [
  drawing('free', 'Draw by hand'),
  drawing('line', 'Draw straight lines'),
  drawing('ellipse', 'Draw ellipses'),
  drawing('fill', 'Fill closed shapes'),
  erasing('parts', 'Erase parts of strokes'),
  erasing('whole', 'Erase whole strokes'),
  switched('fillSeesAll', 'Filling sees all columns', 'lines of other columns close shapes in, too'),
  switched('asSeen', 'Widths as seen', 'lines look as wide however the picture is zoomed'),
  switched('keepWidth', 'Keep the width of lines', 'where what is selected is scaled'),
]
