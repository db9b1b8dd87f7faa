import { say, word } from '@/lib/say'
import { Popover } from 'radix-ui'
import { useState, type ReactNode } from 'react'
import { Button } from '@/ui/Button'
import { Field } from '@/ui/Field'
import { ThingPicture } from '@/ui/drawing/ThingPicture'
import { keptFrom, mass, shownIn, sides, unitOf, volume } from '@/lib/measure'
import { COLOURS, MATERIALS, said, type Thing } from './thing'
import { Option, SelectField } from '@/ui/Select'
import { Tick } from '@/ui/Tick'

type ChipsProps = { thing: Thing; told: readonly string[]; kinds: readonly string[]; subjects: readonly string[]; onChange: (thing: Thing) => void; onKind: (kind: string) => void }

const largest = (thing: Thing): number => Math.max(...thing.shape.sizes_mm)

/** A thing as it was understood: every part of it a chip that can be tapped and changed. */
export function Chips({ thing, told, kinds, subjects, onChange, onKind }: ChipsProps) {
  const medium = thing.density_g_ml !== null
  const assumed = (name: string) => thing.assumed.includes(name) && !told.includes(name)
  return (
    <div className="grid grid-cols-[3.25rem_minmax(0,1fr)] items-center gap-x-3 gap-y-1.5">
      <ThingPicture thing={thing} size={52} />
      <p className="said font-semibold">{thing.name}</p>
      <div className="col-span-2 flex min-w-0 flex-col gap-1.5 min-[700px]:col-span-1 min-[700px]:col-start-2">
        <ul aria-label={say('{thing}, as it is understood', { thing: thing.name })} className="flex flex-wrap gap-1.5">
          <Chip label={say('Kind')} value={word(thing.kind)}><KindSearch kinds={kinds} value={thing.kind} onKind={onKind} /></Chip>
          {!medium && <Chip label={say('How many')} value={String(thing.count)} assumed={assumed('count')}><Amount label={say('How many')} value={thing.count} whole onChange={(count) => onChange(said(thing, 'count', { count }))} /></Chip>}
          {!medium && (
            <Chip label={say('Size of one')} value={sides(thing.shape.sizes_mm)} assumed={assumed('shape')}>
              <Amount label={say('Longest side ({unitOf})', { unitOf: unitOf('mm') })} value={shownIn('mm', largest(thing))} onChange={(size) => onChange(resized(thing, keptFrom('mm', size)))} />
            </Chip>
          )}
          {(medium || thing.stock_ml !== null) && (
            <Chip label={say('Amount')} value={thing.stock_ml === null ? say('not said') : volume(thing.stock_ml)} assumed={thing.stock_ml === null}>
              <Amount label={say('How much ({unitOf})', { unitOf: unitOf('ml') })} value={shownIn('ml', thing.stock_ml ?? 0)} onChange={(ml) => onChange(said(thing, 'stock_ml', { stock_ml: keptFrom('ml', ml) }))} />
            </Chip>
          )}
          {thing.capacity_ml > 0 && <Chip label={say('Holds')} value={volume(thing.capacity_ml)} assumed={assumed('inside')} />}
          {!medium && thing.mass_g > 0 && (
            <Chip label={say('Mass of one')} value={mass(thing.mass_g)} assumed={assumed('mass_g')}>
              <Amount label={say('Mass of one ({unitOf})', { unitOf: unitOf('g') })} value={shownIn('g', thing.mass_g)} onChange={(g) => onChange(said(thing, 'mass_g', { mass_g: keptFrom('g', g) }))} />
            </Chip>
          )}
          <Chip label={say('Colours')} value={thing.colours.map(word).join(', ') || say('none said')} faint={thing.colours.length === 0}>
            <fieldset className="grid grid-cols-3 gap-x-3"><legend className="mb-1 text-sm font-semibold">{say('Colours')}</legend>
              {COLOURS.map((each) => <Tick key={each} label={word(each)} checked={thing.colours.includes(each)} onChange={(checked) => onChange(said(thing, 'colours', { colours: checked ? [...thing.colours, each] : thing.colours.filter((other) => other !== each) }))} />)}
            </fieldset>
          </Chip>
          <Chip label={say('Made of')} value={word(thing.material) || say('not said')} faint={!thing.material} assumed={assumed('material')}>
            <SelectField label={say('Made of')} value={thing.material} onChoose={(picked) => onChange(said(thing, 'material', { material: picked, breakable: ['glass', 'china'].includes(picked) }))}>
              {[...new Set(['', thing.material, ...MATERIALS])].map((each) => <Option key={each} value={each}>{word(each) || say('not said')}</Option>)}
            </SelectField>
          </Chip>
          <Chip label={say('Shows')} value={word(thing.subject) || say('nothing said')} faint={!thing.subject}>
            <SelectField label={say('What it shows')} value={thing.subject} onChoose={(picked) => onChange(said(thing, 'subject', { subject: picked }))}>
              {['', ...subjects].map((each) => <Option key={each} value={each}>{word(each) || say('nothing said')}</Option>)}
            </SelectField>
          </Chip>
        </ul>
        {thing.hazards.length > 0 && <p className="text-sm text-ink-2"><span className="font-semibold text-madder">{say('Watch out:')}{' '}</span>{thing.hazards.map((each) => each.text).join(' ')}</p>}
      </div>
    </div>
  )
}

function resized(thing: Thing, mm: number): Thing {
  const factor = mm / largest(thing)
  const inside = thing.inside && { ...thing.inside, depth_mm: thing.inside.depth_mm * factor, top_mm: thing.inside.top_mm * factor, bottom_mm: thing.inside.bottom_mm && thing.inside.bottom_mm * factor, across_mm: thing.inside.across_mm && thing.inside.across_mm * factor, marks: [] }
  return said(thing, 'shape', { shape: { ...thing.shape, sizes_mm: thing.shape.sizes_mm.map((each) => each * factor) }, inside })
}

function Chip({ label, value, assumed = false, faint = false, children }: { label: string; value: string; assumed?: boolean; faint?: boolean; children?: ReactNode }) {
  const look = `inline-flex min-h-control items-center gap-1 rounded-full border px-3 text-[0.9375rem] whitespace-nowrap max-[480px]:px-2.5 max-[480px]:text-sm ${faint ? 'border-line text-ink-3' : 'border-edge bg-paper'}`
  const text = <><span className="text-sm text-ink-3">{label}</span> <span className={faint ? '' : 'font-semibold'}>{value}</span>{assumed && <span className="text-sm text-ink-3">{' '}{say('assumed')}</span>}</>
  if (!children) return <li className={look}>{text}</li>
  return (
    <li>
      <Popover.Root>
        <Popover.Trigger className={`${look} hover:bg-woad-2`}>{text}</Popover.Trigger>
        <Popover.Portal>
          <Popover.Content sideOffset={6} collisionPadding={12} className="z-50 w-80 max-w-[92vw] rounded-panel border border-line bg-paper p-4 shadow-lg" aria-label={label}>
            {children}
            <Popover.Close asChild><Button className="mt-3">{say('Done')}</Button></Popover.Close>
          </Popover.Content>
        </Popover.Portal>
      </Popover.Root>
    </li>
  )
}

function Amount({ label, value, whole = false, onChange }: { label: string; value: number; whole?: boolean; onChange: (value: number) => void }) {
  const [text, setText] = useState(String(value))
  return (
    <Field label={label} inputMode={whole ? 'numeric' : 'decimal'} value={text} onChange={(event) => {
      setText(event.target.value)
      const read = Number(event.target.value.trim().replace(',', '.'))
      if (read > 0) onChange(whole ? Math.round(read) : read)
    }}
    />
  )
}

/** Every kind, found by its letters. */
export function KindSearch({ kinds, value, onKind }: { kinds: readonly string[]; value: string; onKind: (kind: string) => void }) {
  const [text, setText] = useState('')
  const letters = text.trim().toLowerCase()
  const found = kinds.filter((each) => word(each).includes(letters)).sort((a, b) => Number(word(b).startsWith(letters)) - Number(word(a).startsWith(letters))).slice(0, 8)
  return (
    <div className="flex flex-col gap-2">
      <Field label={say('Another kind, by its letters')} type="search" value={text} placeholder={word(value) || say('spoon, ball, card')} onChange={(event) => setText(event.target.value)} />
      {letters && <ul className="flex flex-wrap gap-1.5">{found.map((each) => <li key={each}><Button onClick={() => onKind(each)}>{word(each)}</Button></li>)}</ul>}
      {letters && found.length === 0 && <p className="text-sm text-ink-3">{say('No kind has these letters. “thing” will do: measure it then.')}</p>}
    </div>
  )
}
