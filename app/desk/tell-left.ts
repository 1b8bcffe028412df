import { toast } from 'vue-sonner'
import type { Preview } from './desk'
import { useDesk } from './desk'

/** Says that what was tried out was not done, and offers to do it after all. */
export function tellLeft({ asked, drafts }: Preview): void {
  const desk = useDesk()
  const { shot } = desk
  toast(`${asked!} was only tried out.`, {
    id: 'left',
    action: {
      label: 'Do it',
      onClick: () => {
        // What was tried out was made for the shot as it was.
        if (desk.shot === shot) desk.run(...drafts)
        else toast('The shot has changed since. Try it again.', { id: 'left-late' })
      },
    },
  })
}
