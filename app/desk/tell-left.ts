import { tell } from '~/ui/messages'
import type { Preview } from './desk'
import { useDesk } from './desk'

/** Says that what was tried out was not done, and offers to do it after all. */
export function tellLeft({ asked, drafts }: Preview): void {
  const desk = useDesk()
  const { shot } = desk
  tell(`${asked!} was only tried out.`, {
    offers: [
      {
        label: 'Do it',
        do: () => {
          // What was tried out was made for the shot as it was.
          if (desk.shot === shot) desk.run(...drafts)
          else tell('The shot has changed since. Try it again.')
        },
      },
    ],
  })
}
