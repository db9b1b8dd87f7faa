import { say } from '@/lib/say'
import { useDraggable } from '@dnd-kit/core'
import type { CSSProperties, ReactNode } from 'react'
import { cx } from '@/lib/cx'
import type { At, MoveKind } from './types'

/** What is carried: what kind of thing it is, its id, and the day it stands on. */
export type Carried = { kind: MoveKind; id: number; day: string; name: string; of?: number }

type MarkProps = {
  at: At; chosen: At; onPick: (at: At) => void; label: string; style: CSSProperties; className?: string; carried?: Carried | undefined; children: ReactNode
}

/** Something on the string: it can be chosen, and (with `carried`) taken to another day. */
export function Mark({ carried, ...rest }: MarkProps) {
  return carried ? <Moving {...rest} carried={carried} /> : <Still {...rest} />
}

const looks = 'absolute text-left rounded'

function Still({ at, chosen, onPick, label, style, className, children }: Omit<MarkProps, 'carried'>) {
  return (
    <button type="button" aria-label={label} aria-pressed={at === chosen} title={label} onClick={() => onPick(at)} style={style}
      className={cx(looks, at === chosen && 'outline-2 outline-offset-2 outline-woad', className)}
    >{children}
    </button>
  )
}

function Moving({ at, chosen, onPick, label, style, className, carried, children }: MarkProps & { carried: Carried }) {
  const { setNodeRef, listeners, attributes, transform, isDragging } = useDraggable({ id: `${carried.kind}:${carried.id}:${carried.day}`, data: carried })
  return (
    <button type="button" ref={setNodeRef} {...listeners} {...attributes} aria-roledescription={say('thing on the string')} aria-label={label} aria-pressed={at === chosen} title={label}
      onClick={() => onPick(at)} style={{ ...style, ...(transform ? { transform: `translateX(${transform.x}px)` } : {}) }}
      className={cx(looks, 'cursor-grab touch-manipulation select-none', isDragging && 'z-30 cursor-grabbing opacity-80', at === chosen && 'outline-2 outline-offset-2 outline-woad', className)}
    >{children}
    </button>
  )
}
