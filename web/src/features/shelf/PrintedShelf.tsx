import { say } from '@/lib/say'
import type { Lengths } from '@/lib/words'
import { Elevation } from './drawing/Elevation'
import { over, placeRect, viewOf } from './drawing/geometry'
import { TrayFront } from '@/ui/drawing/TrayFront'
import { spotId } from './spots'
import type { Shelf, Unit } from './types'

/** One page for whoever tidies up: the drawing with names, and the same as a list. */
export function PrintedShelf({ shelf, unit, lengths }: { shelf: Shelf; unit: Unit; lengths: Lengths }) {
  const view = viewOf(unit, shelf.children.flatMap((child) => (child.reach ? [child.reach] : [])))
  const here = shelf.placements.filter((each) => each.spot.unit_id === unit.id)
  const sorted = [...here].sort((a, b) => a.spot.board - b.spot.board || a.spot.place - b.spot.place)
  const trayOf = (id: number) => shelf.trays.find((each) => each.id === id)
  return (
    <section className="hidden print:block" aria-hidden="true">
      <h2 className="text-xl">{say('The {unit}', { unit: unit.name })}</h2>
      <div className="relative my-3" style={{ aspectRatio: view.width / view.height, maxHeight: '11cm', maxWidth: `calc(11cm * ${view.width / view.height})` }}>
        <Elevation unit={unit} people={shelf.children} lengths={lengths} title="" />
        {here.map(({ tray_id, spot }) => {
          const tray = trayOf(tray_id)
          const rect = placeRect(unit, spot.board, spot.place)
          return tray && (
            <div key={tray_id} className="absolute" style={over(view, rect)}>
              <svg viewBox={`0 ${-rect.height} ${rect.width} ${rect.height}`} className="absolute inset-0 size-full">
                <g transform={`translate(${(rect.width - tray.width_mm) / 2} 0)`}><TrayFront tray={tray} /></g>
              </svg>
              <span className="absolute inset-x-0 top-0 text-center text-[7pt] leading-tight font-semibold">{tray.name}</span>
            </div>
          )
        })}
      </div>
      <ol className="columns-2 text-[9.5pt]">
        {sorted.map(({ tray_id, spot, spot_words, by_hand }) => (
          <li key={spotId(spot) + String(tray_id)} className="break-inside-avoid py-0.5">
            <strong>{trayOf(tray_id)?.name}</strong>: {spot_words}{by_hand && say(' (kept away; you bring it)')}
          </li>
        ))}
      </ol>
    </section>
  )
}
