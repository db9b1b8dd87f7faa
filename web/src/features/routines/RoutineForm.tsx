import { WEEKDAYS_LONG } from '@/lib/days'
import { say, word } from '@/lib/say'
import { ArrowDown, ArrowUp, X } from 'lucide-react'
import { useState } from 'react'
import { Button } from '@/ui/Button'
import { Picture } from '@/ui/drawing/Picture'
import { AreaField, Field } from '@/ui/Field'
import { Notice } from '@/ui/Notice'
import { useWrite } from '@/ui/useWrite'
import { answer, client, Problem, sendFile, type Schemas } from '@/lib/http'
import { refresh } from '@/lib/queries'
import { photoPath } from './StepPicture'
import { Fold } from '@/ui/Fold'
import { Option, SelectField } from '@/ui/Select'
import { Tick } from '@/ui/Tick'

type Routine = Schemas['RoutineOut']
type Person = { id: number; name: string }
type Draft = { id: number; key: string; text: string; picture: string; who: Schemas['StepOut']['who']; timer: string; amount: string; caution: string; source: string; onlyIf: string; piles: Schemas['StepOut']['piles']; kinds: string; photo: boolean }
const DOERS = [['child', say('the child')], ['together', 'together'], ['adult', say('the adult')]] as const
const PILES = [['', say('no piles')], ['by person', say('a pile for each person')], ['by kind', say('a pile for each kind')]] as const
let count = 0
const fresh = (step?: Schemas['StepOut']): Draft => ({
  id: (count += 1), key: step?.key ?? '', text: step?.text ?? '', picture: step?.picture ?? '', who: step?.who ?? 'child', timer: step?.timer_min == null ? '' : String(step.timer_min),
  amount: step?.amount ?? '', caution: step?.caution ?? '', source: step?.source ?? '', onlyIf: step?.only_if ?? '', piles: step?.piles ?? '', kinds: step?.kinds.join(', ') ?? '', photo: step?.photo ?? false,
})
const sent = (step: Draft): Schemas['StepIn'] => ({
  key: step.key, text: step.text.trim(), picture: step.picture, who: step.who, timer_min: step.timer.trim() ? Number(step.timer.replace(',', '.')) : null, amount: step.amount.trim(),
  caution: step.caution.trim(), source: step.source, only_if: step.onlyIf.trim(), piles: step.piles, kinds: step.piles === 'by kind' ? step.kinds.split(',').map((each) => each.trim()).filter(Boolean) : [],
})

type RoutineFormProps = { routine: Routine | null; pictures: readonly string[]; adults: readonly Person[]; onClose: () => void }

/** A routine written anew: its steps with their pictures, who does them, timers, amounts, what they hang on, piles. */
export function RoutineForm({ routine, pictures, adults, onClose }: RoutineFormProps) {
  const [name, setName] = useState(routine?.name ?? '')
  const [invitation, setInvitation] = useState(routine?.invitation ?? '')
  const [months, setMonths] = useState(String(routine?.from_months ?? 12))
  const [weekdays, setWeekdays] = useState<readonly number[]>(routine?.weekdays ?? [])
  const [who, setWho] = useState<readonly number[]>(routine?.adults ?? [])
  const [steps, setSteps] = useState<readonly Draft[]>(() => (routine ? routine.steps.map(fresh) : [fresh()]))
  const save = useWrite(async () => {
    const body = { key: routine?.key ?? '', name, invitation, from_months: Number(months), weekdays: [...weekdays], adults: [...who], steps: steps.filter((step) => step.text.trim()).map(sent) }
    await answer(client.POST('/api/routines', { body }))
    await refresh()
    onClose()
  })
  const drop = useWrite(async () => {
    await answer(client.DELETE('/api/routines/{key}', { params: { path: { key: routine?.key ?? '' } } }))
    await refresh()
    onClose()
  })
  const set = (id: number, part: Partial<Draft>) => setSteps(steps.map((each) => (each.id === id ? { ...each, ...part } : each)))
  const move = (at: number, by: number) => {
    const next = [...steps]
    const [step] = next.splice(at, 1)
    if (step) next.splice(at + by, 0, step)
    setSteps(next)
  }
  const turn = (list: readonly number[], each: number) => (list.includes(each) ? list.filter((one) => one !== each) : [...list, each].sort())
  return (
    <form aria-label={routine ? say('Change {routine}', { routine: routine.name }) : say('A routine of your own')} className="panel no-print flex flex-col gap-4 p-4" onSubmit={(event) => { event.preventDefault(); void save.run() }}>
      <div className="grid grid-cols-[1fr_2fr_9rem] gap-3 max-[700px]:grid-cols-1">
        <Field label={say('Name')} value={name} maxLength={80} onChange={(event) => setName(event.target.value)} />
        <Field label={say('The invitation')} hint={say('As you would say it. It may be declined.')} value={invitation} maxLength={200} onChange={(event) => setInvitation(event.target.value)} />
        <Field label={say('From about')} unit="months" inputMode="numeric" value={months} onChange={(event) => setMonths(event.target.value)} />
      </div>
      <fieldset className="flex flex-wrap gap-x-4">
        <legend className="text-sm font-semibold">{say('It comes round on')}</legend>
        {WEEKDAYS_LONG.map((day, at) => <Tick key={day} label={day} checked={weekdays.includes(at)} onChange={() => setWeekdays(turn(weekdays, at))} />)}
      </fieldset>
      {adults.length > 0 && (
        <fieldset className="flex flex-wrap gap-x-4">
          <legend className="text-sm font-semibold">{say('Who of the adults sees to it')}</legend>
          {adults.map((each) => <Tick key={each.id} label={each.name} checked={who.includes(each.id)} onChange={() => setWho(turn(who, each.id))} />)}
        </fieldset>
      )}
      <ol className="flex flex-col gap-3">
        {steps.map((step, at) => (
          <li key={step.id} className="rounded-panel border border-line p-3">
            <StepFields step={step} number={at + 1} pictures={pictures} routine={routine?.key ?? ''} onSet={(part) => set(step.id, part)} />
            <div className="mt-2 flex gap-2">
              <Button aria-label={say('Step {at} earlier', { at: at + 1 })} disabled={at === 0} onClick={() => move(at, -1)}><ArrowUp size={16} aria-hidden /></Button>
              <Button aria-label={say('Step {at} later', { at: at + 1 })} disabled={at === steps.length - 1} onClick={() => move(at, 1)}><ArrowDown size={16} aria-hidden /></Button>
              <Button look="quiet" aria-label={say('Take step {at} out', { at: at + 1 })} onClick={() => setSteps(steps.filter((each) => each.id !== step.id))}><X size={16} aria-hidden /></Button>
            </div>
          </li>
        ))}
      </ol>
      <Button className="self-start" onClick={() => setSteps([...steps, fresh()])}>{say('One more step')}</Button>
      {save.failed && <Notice tone="must" role="alert">{told(save.failed)}</Notice>}
      {drop.failed && <Notice tone="must" role="alert">{drop.failed.message}</Notice>}
      <div className="flex flex-wrap gap-2">
        <Button type="submit" look="main" disabled={save.busy || !name.trim() || !steps.some((step) => step.text.trim())}>{say('Keep the routine')}</Button>
        <Button onClick={onClose}>{say('Leave it')}</Button>
        {routine?.changed && <Button look="quiet" disabled={drop.busy} onClick={() => void drop.run()}>{say('As it ships again')}</Button>}
        {routine?.own && <Button look="warn" disabled={drop.busy} onClick={() => void drop.run()}>{say('Take it away')}</Button>}
      </div>
    </form>
  )
}

/** Every field that is wrong, with its step: the form is long. */
const told = (failed: Error): string => (failed instanceof Problem && failed.errors.length ? failed.errors.map((each) => `${each.field} ${each.message}`).join(' ') : failed.message)

type StepFieldsProps = { step: Draft; number: number; pictures: readonly string[]; routine: string; onSet: (part: Partial<Draft>) => void }

function StepFields({ step, number, pictures, routine, onSet }: StepFieldsProps) {
  return (
    <div className="flex flex-wrap items-start gap-3">
      <span className="w-6 pt-7 text-right text-ink-3 tabular-nums">{number}</span>
      <span className="grid size-16 place-items-center self-center rounded-control border border-line">{step.photo ? <img src={`${photoPath(routine, step.key)}.jpg`} alt="" className="size-14 rounded object-cover" /> : <Picture name={step.picture} size={52} />}</span>
      <div className="grid min-w-64 flex-1 grid-cols-[2fr_1fr_7rem_6rem] gap-2 max-[900px]:grid-cols-2">
        <Field label={say('Step {number}', { number })} value={step.text} maxLength={200} onChange={(event) => onSet({ text: event.target.value })} />
        <Field label={say('How much')} value={step.amount} maxLength={60} onChange={(event) => onSet({ amount: event.target.value })} />
        <SelectField label={say('By')} value={step.who} onChoose={(picked) => onSet({ who: picked as Draft['who'] })}>{DOERS.map(([value, label]) => <Option key={value} value={value}>{word(label)}</Option>)}</SelectField>
        <Field label={say('Timer')} unit="min" inputMode="decimal" value={step.timer} onChange={(event) => onSet({ timer: event.target.value })} />
        <Fold title={<>{say('Its picture, what it hangs on, piles, what to mind')}<span className="sr-only">{say(', of step {number}', { number })}</span></>} className="col-span-full" titleClass="text-[0.9375rem] text-woad">
          <div className="grid grid-cols-2 gap-2 pt-2 max-[600px]:grid-cols-1">
            <SelectField label={say('Picture')} value={step.picture} onChoose={(picked) => onSet({ picture: picked })}><Option value="">{say('none')}</Option>{pictures.map((each) => <Option key={each} value={each}>{word(each)}</Option>)}</SelectField>
            <Field label={say('Only if')} hint={say('For example: it is wet')} value={step.onlyIf} maxLength={60} onChange={(event) => onSet({ onlyIf: event.target.value })} />
            <SelectField label={say('Piles')} value={step.piles} onChoose={(picked) => onSet({ piles: picked as Draft['piles'] })}>{PILES.map(([value, label]) => <Option key={value} value={value}>{word(label)}</Option>)}</SelectField>
            {step.piles === 'by kind' && <Field label={say('Which kinds')} hint={say('With commas between')} value={step.kinds} onChange={(event) => onSet({ kinds: event.target.value })} />}
            <AreaField label={say('Caution')} className="col-span-full" value={step.caution} maxLength={300} onChange={(event) => onSet({ caution: event.target.value })} />
            {routine && step.key && <Photo routine={routine} step={step} number={number} onSet={onSet} />}
          </div>
        </Fold>
      </div>
    </div>
  )
}

/** A photograph of the step as it is done in this house; it stays on this machine. */
function Photo({ routine, step, number, onSet }: { routine: string; step: Draft; number: number; onSet: (part: Partial<Draft>) => void }) {
  const add = useWrite(async (file: File) => { await sendFile('PUT', photoPath(routine, step.key), file); onSet({ photo: true }); await refresh() })
  const drop = useWrite(async () => { await answer(client.DELETE('/api/routines/{key}/steps/{step}/photo', { params: { path: { key: routine, step: step.key } } })); onSet({ photo: false }); await refresh() })
  const failed = add.failed ?? drop.failed
  return (
    <div className="col-span-full flex flex-wrap items-center gap-2">
      <label className="inline-flex min-h-control cursor-pointer items-center rounded-control border border-edge px-3 text-sm has-focus-visible:outline-3 has-focus-visible:outline-woad">
        {step.photo ? say('Another photograph') : say('A photograph in its place')}<span className="sr-only">{' '}{say('of step {number}', { number })}</span>
        <input type="file" accept="image/jpeg,image/png,image/webp" capture="environment" className="sr-only" onChange={(event) => { const file = event.target.files?.[0]; if (file) void add.run(file) }} />
      </label>
      {step.photo && <Button onClick={() => void drop.run()}>{say('The drawing again')}</Button>}
      {failed && <Notice tone="must" role="alert">{failed.message}</Notice>}
    </div>
  )
}
