import { inOrder, say } from '@/lib/say'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { Button } from '@/ui/Button'
import { Notice } from '@/ui/Notice'
import { useWrite } from '@/ui/useWrite'
import { answer, client, Problem, type Schemas } from '@/lib/http'
import { cardsQuery, refresh } from '@/lib/queries'
import { keyOf } from './geometry'
import { Fold } from '@/ui/Fold'
import { Option, SelectField } from '@/ui/Select'

type Step = Schemas['LadderStepOut']

/** Ties of the household's own: what should be known before a step, whatever the cards say. */
export function TieSteps({ step }: { step: Step }) {
  const [open, setOpen] = useState(false)
  const { data } = useQuery({ ...cardsQuery, enabled: open })
  const [card, setCard] = useState('')
  const [level, setLevel] = useState('1')
  const tie = useWrite(async (before_key: string, before_level: number, tied: boolean | null) => {
    await answer(client.PUT('/api/ladders/ties', { body: { key: step.key, level: step.level, before_key, before_level, tied } }))
    setCard('')
    await refresh()
  })
  const chosen = data?.cards.find((each) => each.key === card)
  const problem = tie.failed instanceof Problem ? tie.failed : null
  return (
    <Fold title={say('Tie or untie steps')} className="border-t border-line pt-3" onOpen={setOpen} titleClass="font-semibold">
      <div className="flex flex-col gap-2 pt-2">
        {problem && <Notice tone="must" role="alert">{problem.of('before') ?? problem.message}</Notice>}
        <p className="text-sm text-ink-2">{say('What should be known before it. Yours stands above the card’s; every tie can be undone.')}</p>
        <ul>{step.before.map((each) => <li key={keyOf(each)} className="flex items-center justify-between gap-2 border-t border-line py-1"><span>{each.title}</span><Button aria-label={say('Untie {each}', { each: each.title })} disabled={tie.busy} onClick={() => void tie.run(each.key, each.level, false)}>{say('Untie')}</Button></li>)}</ul>
        {step.untied.length > 0 && <ul aria-label={say('Untied')}>{step.untied.map((each) => <li key={keyOf(each)} className="flex items-center justify-between gap-2 border-t border-line py-1"><span className="text-ink-2">{say('{each}, untied', { each: each.title })}</span><Button aria-label={say('Tie {each} again', { each: each.title })} disabled={tie.busy} onClick={() => void tie.run(each.key, each.level, null)}>{say('Tie again')}</Button></li>)}</ul>}
        <SelectField label={say('Wait for another card')} value={card} onChoose={(picked) => { setCard(picked); setLevel('1') }}>
          <Option value="">{say('choose a card')}</Option>
          {[...(data?.cards ?? [])].sort((a, b) => inOrder(a.name, b.name)).map((each) => <Option key={each.key} value={each.key}>{each.name}</Option>)}
        </SelectField>
        {chosen && <SelectField label={say('At the level')} value={level} onChoose={setLevel}>{chosen.levels.map((each) => <Option key={each.number} value={each.number}>{each.name}</Option>)}</SelectField>}
        {chosen && <Button disabled={tie.busy} onClick={() => void tie.run(card, Number(level), true)}>{say('Tie them')}</Button>}
      </div>
    </Fold>
  )
}
