import { say } from '@/lib/say'
import { sayRich } from '@/ui/sayRich'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { Link } from 'react-router'
import { Button } from '@/ui/Button'
import { Dialog } from '@/ui/Dialog'
import { Field } from '@/ui/Field'
import { Notice } from '@/ui/Notice'
import { useWrite } from '@/ui/useWrite'
import type { WeighButton } from '@/ui/weighing'
import { answer, client, Problem } from '@/lib/http'
import { refresh, scaleQuery } from '@/lib/queries'

/** The button as views are given it. */
export const weighButton: WeighButton = (thing, onEntered) => <Weigh thing={thing} {...(onEntered ? { onEntered } : {})}>{say('Weigh it')}</Weigh>

type Thing = { id: number; name: string; medium: boolean }

/** "Weigh it": a button that reads the kitchen scale until it is steady, and enters what it shows. */
export function Weigh({ thing, children, onEntered }: { thing: Thing; children: string; onEntered?: (entered: number) => void }) {
  const [open, setOpen] = useState(false)
  return (
    <>
      <Button look="quiet" aria-label={`${children}: ${thing.name}`} onClick={() => setOpen(true)}>{children}</Button>
      <Dialog title={say('Weigh {thing}', { thing: thing.name })} open={open} onClose={() => setOpen(false)}>{open && <OnTheScale thing={thing} onDone={(entered) => { onEntered?.(entered); setOpen(false) }} />}</Dialog>
    </>
  )
}

function OnTheScale({ thing, onDone }: { thing: Thing; onDone: (entered: number) => void }) {
  const { data: scale, error } = useQuery(scaleQuery)
  const [pieces, setPieces] = useState(thing.medium ? '100' : '1')
  const tare = useWrite(() => answer(client.POST('/api/scale/tare')))
  const enter = useWrite(async (grams: number) => {
    const { entered } = await answer(client.POST('/api/scale/weigh', { body: { component_id: thing.id, grams, pieces: Number(pieces.replace(',', '.')) } }))
    await refresh()
    onDone(entered)
  })
  const steady = scale?.state === 'steady' && scale.weight !== null
  const problem = enter.failed instanceof Problem ? enter.failed : null
  return (
    <div className="flex flex-col gap-3">
      <p className="text-ink-2">{thing.medium ? say('Set an empty measuring cup on the scale and set it to zero; fill it to a line, poured loose.') : say('Lay it on the scale. For something light lay on several, and say how many.')}</p>
      <p className="rounded-panel border border-line bg-ground p-4 text-center">
        <output aria-label={say('The scale shows')} className="block text-4xl font-bold tabular-nums">{scale?.grams == null ? '–' : say('{round} g', { round: Math.round(scale.grams) })}</output>
        <span role="status" className="text-ink-2">{scale?.text ?? error?.message ?? say('Waiting for the scale.')}</span>
      </p>
      {(scale?.state === 'silent' || scale?.state === 'overload') && <Notice tone="should">{scale.text}</Notice>}
      <div className="flex flex-wrap items-end gap-3">
        <Field label={thing.medium ? say('How much lies in the cup') : say('How many lie on it')} unit={thing.medium ? 'ml' : 'pieces'} inputMode="decimal" className="w-52" value={pieces} error={problem?.of('pieces')} onChange={(event) => setPieces(event.target.value)} />
        <Button onClick={() => void tare.run()}>{say('Set to zero')}</Button>
        <Button look="main" disabled={!steady || enter.busy} onClick={() => { if (steady && scale.weight !== null) void enter.run(scale.weight) }}>{steady ? say('Enter {weight} g', { weight: scale.weight }) : say('Enter')}</Button>
      </div>
      {enter.failed && !problem?.of('pieces') && <Notice tone="must" role="alert">{enter.failed.message}</Notice>}
      {scale?.stand_in && <p className="text-sm text-ink-2">{sayRich('This scale is a stand-in: say under <a>House</a> what lies on it.', { a: (inner) => <Link className="text-woad underline" to="/house">{inner}</Link> })}</p>}
    </div>
  )
}
