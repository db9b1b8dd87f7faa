import { say } from '@/lib/say'
import { CircleHelp } from 'lucide-react'
import { Popover } from 'radix-ui'

/** What a view is for and what its signs mean, in three sentences. */
export const ABOUT: Readonly<Record<string, readonly string[]>> = {
  Today: [say('What to set out, show and watch out for today, for whoever opens the house in the morning.'), say('A red line must be cured before a child is in the room; a yellow one wants a look.'), say('Lines to set out are ticked as they are done, on paper or here.')],
  Watch: [say('A work cycle, written down as it goes: who takes what, how long unbroken, alone or with help.'), say('One tap begins a piece of work and one ends it; what you did not see stays unsaid.'), say('The string beneath each name swings where the child works.')],
  Make: [say('A tray put together from what you own, drawn from above and checked as you choose.'), say('What stands first suits the child best now; “what one more thing would open” is worth the errand.'), say('Checked is never safe: your eye and the maker’s word stand above it.')],
  Ladders: [say('Where a child stands in each sequence, and the next single step.'), say('A string is a family of work, simple to complex; an arch is a jump of two notches or more, and a step between can often be made.'), say('A filled hole is known, a half one done alone, a dot at work; what is only said is drawn apart. Nothing here is a score.')],
  Weeks: [say('What changes when: themes, looks at the shelf, books, what comes ready, what arrives, and what is to be done by then.'), say('Choose anything on the string and the margin tells of it; carry it to another day as you like.'), say('Ranges hold about four in five; your own change is never refused but for a hazard.')],
  Cupboard: [say('What is owned, the trays made of it, and where they rest.'), say('Type a thing as you would say it; what is assumed of its size is marked so, until you measure it.'), say('A thing that lies on a tray is in use, and not free for another.')],
  Children: [say('What each child can do, loves, and how long it works unbroken, always apart and never one number.'), say('Said is your word; seen is what was watched; only seen work is mastered.'), say('A judgement opens to how it is reckoned.')],
  House: [say('The settings of this household, its adults and devices, and the household as a file.'), say('What is left as it is follows common practice.'), say('Everything stays on this machine.')],
  Tomorrow: [say('The few things each child is invited to tomorrow, across the areas, in an order that follows its own work cycle.'), say('Move them, leave some out, add others; print them for the fridge.'), say('An invitation, never an order: what is not taken up counts for nothing.')],
  Words: [say('Words and quantities in three periods: naming, showing, recalling.'), say('Known words come back after days that grow; a miss goes back a period, without a word about it.'), say('Two new words at once under thirty months, then three.')],
  Evening: [say('What was left open today: ends that were forgotten, notes, a work cycle that was not logged.'), say('What cannot be said any more can stay unsaid.'), say('It takes a minute.')],
  Welcome: [say('From an empty house to a first shelf, one question at a time.'), say('Each step can be put off, and is kept when you close the page.'), say('Nothing here has to be right at once: all of it can be changed later.')],
}

/** The question mark beside a title. */
export function About({ title }: { title: string }) {
  const told = ABOUT[title]
  if (!told) return null
  return (
    <Popover.Root>
      <Popover.Trigger aria-label={say('What {title} is for', { title })} className="no-print grid size-control place-items-center self-center rounded-full text-ink-2 hover:bg-woad-2"><CircleHelp size={18} aria-hidden /></Popover.Trigger>
      <Popover.Portal>
        <Popover.Content align="start" sideOffset={4} className="z-50 max-w-[min(26rem,92vw)] rounded-panel border border-edge bg-paper p-4 text-ink shadow-lg">
          {told.map((each) => <p key={each} className="mb-2 last:mb-0">{each}</p>)}
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  )
}
