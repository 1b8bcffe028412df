import { watch } from 'vue'
import { plural } from '#core/basic'
import type { Pass } from '#core/pass'
import { useDesk } from '~/desk/desk'
import { passesHere } from '~/desk/scene'
import { tell } from '~/ui/messages'
import { spansOnce, stepOver } from './over-spans'

/** Where a column gets another step for new drawings, it is asked whether the charts in it come along. */
export function useStepAsks(): void {
  const desk = useDesk()
  const others = (step: number): Pass[] => {
    const { scene, focus } = desk.stored!
    return spansOnce(passesHere(scene, focus)).filter(p => p.chart?.ticks.length && p.chart.step !== step)
  }
  watch(
    () => [desk.columnId, desk.stored?.focus.column?.step] as const,
    ([column, step], [before, was]) => {
      if (column !== before || was === undefined || step === undefined || step === was) return
      const kept = others(step).length
      if (!kept) return
      const take = () => {
        const { scene, focus } = desk.stored!
        if (desk.columnId === column) desk.run(...stepOver(scene, focus, others(step), step))
        else tell('Another column is worked on now.')
      }
      tell(`${plural(kept, 'chart')} of this column ${kept === 1 ? 'keeps its' : 'keep their'} own step.`, {
        offers: [{ label: kept === 1 ? 'The chart, too' : 'The charts, too', do: take }],
      })
    },
  )
}
