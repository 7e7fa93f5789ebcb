import {
  DndContext,
  KeyboardSensor,
  PointerSensor,
  useDraggable,
  useDroppable,
  useSensor,
  useSensors,
} from '@dnd-kit/core'
import { Pin } from 'lucide-react'
import { Popover } from 'radix-ui'
import { useState, type ReactNode } from 'react'
import { cx } from '../ui/cx'
import { useWidth } from '../ui/use-width'
import { DAY_W, LEAST_DAY_W, LotBands, lotRows, NAME_W, type RibbonLot } from './lot-bands'

export interface RibbonDay {
  readonly date: string
  readonly weekday: string
  readonly dayOfMonth: string
  /** Named over the first day of a month. */
  readonly month: string | null
  readonly minutes: number
  readonly weekend: boolean
}

export interface RibbonLoad {
  readonly id: string
  readonly day: number
  readonly canner: number
  /** Share of the day it takes, minutes. */
  readonly minutes: number
  readonly tints: readonly string[]
  readonly label: string
  readonly pinned: boolean
  /** Planned at the stove or running: it is moved there. */
  readonly fixed: boolean
}

interface RibbonProps {
  readonly days: readonly RibbonDay[]
  readonly loads: readonly RibbonLoad[]
  readonly lots: readonly RibbonLot[]
  readonly canners: readonly string[]
  readonly chosen: string | null
  readonly onChoose: (id: string | null) => void
  /** The chosen load in full, opened where it was pressed. */
  readonly detail: ReactNode
  /** All days at once, however narrow, instead of as wide as a finger. */
  readonly whole: boolean
  readonly onDay: (date: string) => void
  /** What putting a load on a day would mean, said while it is held there. */
  readonly consequence: (id: string, day: number) => string
  readonly onMove: (id: string, day: number) => void
  readonly mayMove: boolean
}

const KITCHEN = 200
/** What stands above the tallest stack of a day: the month's name. */
const HEAD = 18
/** A load is never lower than a finger or a pointer can meet. */
const LEAST_LOAD = 24
/** Between the loads of a day. */
const STACK_GAP = 2

/** Days across: above, the kitchen's minutes with loads stacked in them; below, each lot from arrival to can-by. */
export function SeasonRibbon(p: RibbonProps) {
  const [held, setHeld] = useState<{ id: string; day: number | null } | null>(null)
  const [scroller, room] = useWidth(1120)
  const dayW = p.whole
    ? Math.max(LEAST_DAY_W, Math.floor((room - NAME_W - 8) / Math.max(1, p.days.length)))
    : DAY_W
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 6 } }),
    useSensor(KeyboardSensor, {
      keyboardCodes: { start: ['Space'], cancel: ['Escape'], end: ['Space', 'Enter'] },
      coordinateGetter: (event, { currentCoordinates: at }) =>
        event.code === 'ArrowRight'
          ? { ...at, x: at.x + dayW }
          : event.code === 'ArrowLeft'
            ? { ...at, x: at.x - dayW }
            : undefined,
    }),
  )
  const most = Math.max(240, ...p.days.map((d) => d.minutes + 30))
  const kitchen = kitchenHeight(p.loads)
  const y = (minutes: number): number => (minutes / most) * (kitchen - HEAD)
  const width = NAME_W + p.days.length * dayW + 8
  const words = held && held.day !== null ? p.consequence(held.id, held.day) : null
  return (
    <DndContext
      sensors={sensors}
      onDragStart={(e) => setHeld({ id: String(e.active.id), day: null })}
      onDragOver={(e) => setHeld({ id: String(e.active.id), day: dayOf(e.over?.id) })}
      onDragCancel={() => setHeld(null)}
      onDragEnd={(e) => {
        setHeld(null)
        const day = dayOf(e.over?.id)
        if (day !== null) p.onMove(String(e.active.id), day)
      }}
    >
      <p role="status" className="mb-1 min-h-6 text-[15px] font-semibold text-brass">
        {words ?? '\u00a0'}
      </p>
      <div
        ref={scroller}
        className="relative overflow-x-auto overflow-y-hidden pb-1"
        role="region"
        aria-label="The season, day by day"
        tabIndex={0}
      >
        <div className="relative" style={{ width }}>
          <div className="flex" style={{ paddingLeft: NAME_W }}>
            {p.days.map((day, i) => (
              <DayColumn
                key={day.date}
                {...p}
                day={day}
                index={i}
                y={y}
                kitchen={kitchen}
                dayW={dayW}
                over={held?.day === i}
              />
            ))}
          </div>
          <div
            className="pointer-events-none absolute left-0 font-head text-[15px] font-semibold"
            style={{ top: 4 }}
          >
            Kitchen
            <span className="block font-sans text-[13px] font-normal text-ink-soft">
              hours and loads
            </span>
          </div>
          <LotBands lots={p.lots} days={p.days.length} dayW={dayW} width={width} room={room} />
          <div
            aria-hidden
            className="pointer-events-none absolute top-0 w-0.5 bg-brass"
            style={{
              left: NAME_W + 2,
              height: kitchen + 46 + lotRows(p.lots, p.days.length, dayW, room).height - 6,
            }}
          />
        </div>
      </div>
    </DndContext>
  )
}

/** Room for the kitchen's minutes, and for the tallest stack of loads that are no lower than a finger. */
function kitchenHeight(loads: readonly RibbonLoad[]): number {
  const perDay = new Map<number, number>()
  for (const l of loads) perDay.set(l.day, (perDay.get(l.day) ?? 0) + 1)
  return Math.max(KITCHEN, Math.max(0, ...perDay.values()) * (LEAST_LOAD + STACK_GAP) + HEAD + 4)
}

const dayOf = (id: unknown): number | null =>
  typeof id === 'string' && id.startsWith('day-') ? Number(id.slice(4)) : null

interface ColumnProps extends RibbonProps {
  readonly day: RibbonDay
  readonly index: number
  readonly over: boolean
  readonly kitchen: number
  readonly dayW: number
  readonly y: (minutes: number) => number
}

function DayColumn({ day, index, over, y, kitchen, dayW, ...p }: ColumnProps) {
  const { setNodeRef } = useDroppable({ id: `day-${index}` })
  const here = p.loads.filter((l) => l.day === index)
  const roomy = dayW >= 26
  const gap = roomy ? 2.5 : 0.5
  return (
    <div
      ref={setNodeRef}
      style={{ width: dayW, height: kitchen + 42 }}
      className={cx('relative shrink-0', over && 'bg-brass/15')}
    >
      {day.minutes > 0 ? (
        <div
          aria-hidden
          className="absolute rounded-sm bg-rim/65"
          style={{ height: y(day.minutes), bottom: 42, insetInline: gap }}
        />
      ) : (
        <div
          aria-hidden
          className="absolute inset-x-[20%] border-b-2 border-dotted border-rim"
          style={{ bottom: 44 }}
        />
      )}
      <div
        className="absolute flex flex-col-reverse"
        style={{ bottom: 42, gap: STACK_GAP, insetInline: gap }}
      >
        {here.map((load) => (
          <LoadBlock key={load.id} load={load} height={y(load.minutes)} {...p} />
        ))}
      </div>
      <div
        aria-hidden
        className="absolute inset-x-0 border-b border-ink/70"
        style={{ bottom: 41 }}
      />
      <button
        type="button"
        aria-label={`${day.weekday} ${day.dayOfMonth}: day sheet`}
        onClick={() => p.onDay(day.date)}
        className={cx(
          'tabular absolute inset-x-0 bottom-0 flex h-[40px] flex-col items-center justify-center rounded-sm text-[12.5px] leading-[1.15] hover:bg-kettle/10',
          day.weekend ? 'font-bold' : 'text-ink-soft',
        )}
      >
        {roomy && (
          <>
            <span>{day.weekday.slice(0, 2)}</span>
            <span className="font-mono">{day.dayOfMonth}</span>
          </>
        )}
        {!roomy && day.weekday === 'Mon' && (
          <span className="font-mono whitespace-nowrap">{day.dayOfMonth}</span>
        )}
      </button>
      {day.month && (
        <span className="pointer-events-none absolute top-0 left-1.5 text-[13px] font-semibold whitespace-nowrap text-ink-soft">
          {day.month}
        </span>
      )}
    </div>
  )
}

interface BlockProps extends Omit<RibbonProps, 'days'> {
  readonly load: RibbonLoad
  readonly height: number
}

function LoadBlock(props: BlockProps) {
  const { load, height, chosen, onChoose, mayMove, canners, detail } = props
  const { setNodeRef, attributes, listeners, transform, isDragging } = useDraggable({
    id: load.id,
    disabled: load.fixed || !mayMove,
  })
  const stripes =
    load.tints.length > 1
      ? `linear-gradient(${load.tints.map((t, i) => `${t} ${(i * 100) / load.tints.length}% ${((i + 1) * 100) / load.tints.length}%`).join(', ')})`
      : load.tints[0]
  const block = (
    <button
      ref={setNodeRef}
      type="button"
      {...attributes}
      {...listeners}
      aria-label={`${load.label}, ${canners[load.canner] ?? ''}${load.pinned ? ', pinned' : ''}`}
      aria-pressed={chosen === load.id}
      title={load.label}
      onClick={() => onChoose(load.id)}
      style={{
        // Its share of the day with the gap above it, so that a stack is as tall as its day is long.
        height: Math.max(LEAST_LOAD, height - STACK_GAP),
        background: stripes,
        transform: transform ? `translate(${transform.x}px, ${transform.y}px)` : undefined,
      }}
      className={cx(
        'relative block w-full shrink-0 touch-none overflow-hidden rounded-[3px] border border-black/25',
        isDragging && 'z-20 opacity-80 shadow-lg',
        chosen === load.id && 'ring-2 ring-ink ring-offset-1 ring-offset-crock',
        load.fixed && 'opacity-70',
      )}
    >
      <CannerMark canner={load.canner} />
      {load.pinned && (
        <Pin aria-hidden size={11} className="absolute top-px right-px text-white drop-shadow" />
      )}
    </button>
  )
  if (chosen !== load.id || !detail) return block
  return (
    <Popover.Root open onOpenChange={(o) => !o && onChoose(null)}>
      <Popover.Anchor asChild>{block}</Popover.Anchor>
      <Popover.Portal>
        <Popover.Content
          side="bottom"
          align="center"
          collisionPadding={12}
          className="z-30 max-h-[80vh] w-[min(94vw,34rem)] overflow-y-auto rounded-md shadow-2xl"
          aria-label={load.label}
        >
          {detail}
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  )
}

/** Which canner: a bar at the left edge, its pattern by the canner. */
export function CannerMark({ canner }: { readonly canner: number }) {
  if (canner === 0) return null
  return (
    <span
      aria-hidden
      className="absolute inset-y-0 left-0 w-[6px] bg-black/45"
      style={
        canner > 1
          ? {
              background:
                'repeating-linear-gradient(0deg, rgb(0 0 0 / 0.55) 0 3px, transparent 3px 6px)',
            }
          : undefined
      }
    />
  )
}
