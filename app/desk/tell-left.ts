import { toast } from 'vue-sonner'
import type { Preview } from './desk'
import { useDesk } from './desk'

/** Says that what was tried out was not done, and offers to do it after all. */
export function tellLeft({ asked, drafts }: Preview): void {
  const desk = useDesk()
  toast(`${asked!} was only tried out.`, {
    id: 'left',
    action: { label: 'Do it', onClick: () => desk.run(...drafts) },
  })
}
