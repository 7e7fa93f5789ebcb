import {
  gaugeScale,
  isSteady,
  type GaugeScale,
  type Lesson,
  type PracticeState,
} from '@kelvit/core'
import { useHousehold } from '../../household/session'

interface DrawingProps {
  readonly s: PracticeState
  readonly lesson: Lesson
  readonly weightOn: boolean
  readonly lidOff: boolean
}

const W = 420
const H = 430
const POT = { x: 90, y: 170, w: 240, h: 170 }

/** Warmth of what is in the jars, from cool to boiling. */
const warmth = (f: number): string => {
  const t = Math.max(0, Math.min(1, (f - 80) / 165))
  return `color-mix(in oklab, var(--kettle) ${Math.round((1 - t) * 45)}%, #7f9a3d)`
}

/** What is seen: flame, water and jars through the wall, plume, weight, lock and needle. */
export function Drawing({ s, lesson, weightOn, lidOff }: DrawingProps) {
  const gauge = gaugeScale(useHousehold().household.units)
  const flame = s.burnerW / 1700
  const plume = Math.min(1, s.plumeKgS / 6e-4)
  return (
    <svg
      viewBox={`50 20 ${W - 80} ${H - 30}`}
      className="mx-auto block max-h-[44vh] w-full max-w-md"
      role="img"
      aria-label={spoken(s, lesson, weightOn, gauge)}
    >
      <Burner flame={flame} />
      <Inside s={s} />
      <rect
        x={POT.x}
        y={POT.y}
        width={POT.w}
        height={POT.h}
        rx={10}
        fill="var(--ink)"
        fillOpacity={0.05}
        stroke="var(--ink)"
        strokeOpacity={0.75}
        strokeWidth={4}
      />
      <path
        d={`M${POT.x - 22} ${POT.y + 34} h22 M${POT.x + POT.w} ${POT.y + 34} h22`}
        stroke="var(--ink)"
        strokeWidth={9}
        strokeLinecap="round"
      />
      <g
        style={{ transition: 'transform 300ms' }}
        transform={lidOff ? 'translate(70 -66) rotate(14 210 160)' : ''}
      >
        <Lid s={s} lesson={lesson} weightOn={weightOn} plume={plume} />
      </g>
      {lesson.options.faults?.lidOffMarks && s.plumeKgS > 1e-4 && !lidOff && (
        <path
          d={`M${POT.x - 6} ${POT.y} q-24 -12 -34 -34 M${POT.x + POT.w + 6} ${POT.y} q24 -12 34 -34`}
          stroke="var(--ink-soft)"
          strokeWidth={10}
          strokeLinecap="round"
          fill="none"
          opacity={0.4}
        />
      )}
    </svg>
  )
}

/** What a needle shows, as closely as it is read. */
const read = (psi: number, gauge: GaugeScale): string =>
  `${gauge.reading(psi).toFixed(gauge.unit === 'psi' ? 1 : 0)} ${gauge.unit}`

function spoken(s: PracticeState, lesson: Lesson, weightOn: boolean, gauge: GaugeScale): string {
  const steam = isSteady(s)
    ? 'a steady plume of steam'
    : s.plumeKgS > 5e-5
      ? 'some steam and air'
      : 'no steam'
  const dial = lesson.gauge === 'dial' ? `the dial shows ${read(s.dialPsi, gauge)}, ` : ''
  return `Practice canner: ${dial}${steam}, weight ${weightOn ? (s.rocking ? 'rocking' : 'on') : 'off'}, lock ${s.lockUp ? 'up' : 'down'}, ${s.options.jars} jars inside`
}

function Burner({ flame }: { readonly flame: number }) {
  return (
    <g>
      <rect x={70} y={378} width={280} height={14} rx={5} fill="var(--ink)" fillOpacity={0.8} />
      <path d={`M${POT.x} 352 h${POT.w}`} stroke="var(--ink)" strokeWidth={5} strokeOpacity={0.7} />
      {flame > 0.01 &&
        Array.from({ length: 11 }, (_, i) => {
          const x = 108 + i * 20.4
          const h = 6 + 26 * flame * (i % 2 ? 0.85 : 1)
          return (
            <path
              key={i}
              d={`M${x - 6} 378 q6 ${-h * 1.3} 6 ${-h} q0 ${h * 0.3} 6 ${h} z`}
              fill="var(--brass)"
              opacity={0.9}
            />
          )
        })}
    </g>
  )
}

/** Water and jars, seen through the wall. */
function Inside({ s }: { readonly s: PracticeState }) {
  const { jars, jar } = s.options
  const inner = { x: POT.x + 6, y: POT.y + 4, w: POT.w - 12, h: POT.h - 10 }
  const level = Math.min(inner.h, s.waterKg * 14)
  const rows = jar === 'pint' && jars > 9 ? 2 : 1
  const perRow = Math.ceil(jars / rows)
  const jw = Math.min(30, (inner.w - 16) / Math.max(1, perRow) - 4)
  const jh = rows === 2 ? 62 : jar === 'pint' ? 70 : 96
  const full = 0.9 * (1 - s.siphoned)
  return (
    <g>
      <rect
        x={inner.x}
        y={inner.y + inner.h - level}
        width={inner.w}
        height={level}
        fill="var(--kettle)"
        opacity={0.35}
      />
      {Array.from({ length: jars }, (_, i) => {
        const row = Math.floor(i / perRow)
        const x = inner.x + 8 + (i % perRow) * (jw + 4)
        const y = inner.y + inner.h - 6 - jh - row * (jh + 8)
        return (
          <g key={i}>
            <rect x={x} y={y} width={jw} height={jh} rx={4} fill="var(--glass)" stroke="#7d8886" />
            <rect
              x={x + 1}
              y={y + 8 + (jh - 10) * (1 - full)}
              width={jw - 2}
              height={(jh - 10) * full}
              rx={3}
              fill={warmth(s.jarTemperatureF)}
            />
            <rect x={x + 1} y={y - 3} width={jw - 2} height={6} rx={1.5} fill="#8d8678" />
          </g>
        )
      })}
    </g>
  )
}

function Lid({
  s,
  lesson,
  weightOn,
  plume,
}: {
  readonly s: PracticeState
  readonly lesson: Lesson
  readonly weightOn: boolean
  readonly plume: number
}) {
  const y = POT.y
  const vent = { x: 268, y: y - 26 }
  return (
    <g>
      <path
        d={`M${POT.x - 8} ${y} h${POT.w + 16} v-8 q0 -14 -16 -16 h${-(POT.w - 16)} q-16 2 -16 16 z`}
        fill="var(--crock)"
        stroke="var(--ink)"
        strokeOpacity={0.75}
        strokeWidth={4}
      />
      <Plume x={vent.x} y={vent.y - (weightOn ? 30 : 10)} strength={plume} air={s.plumeAir} />
      <rect
        x={vent.x - 5}
        y={vent.y - 10}
        width={10}
        height={14}
        fill="var(--ink)"
        fillOpacity={0.7}
      />
      {weightOn && (
        <g
          className={s.rocking ? 'rocking' : ''}
          style={{ transformOrigin: `${vent.x}px ${vent.y}px` }}
        >
          <rect x={vent.x - 15} y={vent.y - 32} width={30} height={24} rx={5} fill="var(--ink)" />
          <text
            x={vent.x}
            y={vent.y - 15}
            textAnchor="middle"
            fontSize={14}
            fontWeight={700}
            fill="var(--crock)"
          >
            {s.options.weightPsi}
          </text>
        </g>
      )}
      <g transform={`translate(318 ${y - 26})`}>
        <rect
          x={-5}
          y={s.lockUp ? -14 : -4}
          width={10}
          height={16}
          rx={3}
          fill={s.lockUp ? 'var(--beet)' : 'var(--ink-soft)'}
        />
        <text x={14} y={-2} fontSize={13} fill="var(--ink-soft)">
          {s.lockUp ? 'lock up' : 'lock down'}
        </text>
      </g>
      {lesson.gauge === 'dial' && <Dial psi={s.dialPsi} x={168} y={y - 82} />}
      {s.plugBlown && (
        <text x={120} y={y - 34} fontSize={14} fontWeight={700} fill="var(--beet)">
          the plug blew
        </text>
      )}
    </g>
  )
}

function Plume({
  x,
  y,
  strength,
  air,
}: {
  readonly x: number
  readonly y: number
  readonly strength: number
  readonly air: number
}) {
  if (strength < 0.04) return null
  // Air is not seen: a plume grows white as the air goes.
  const seen = strength * (1 - Math.min(0.95, air * 1.6))
  const h = 30 + 110 * strength
  return (
    <path
      d={`M${x - 5} ${y} C${x - 8} ${y - h * 0.4} ${x - 26 * strength - 8} ${y - h * 0.7} ${x - 12} ${y - h} Q${x} ${y - h - 14} ${x + 12} ${y - h} C${x + 26 * strength + 8} ${y - h * 0.7} ${x + 8} ${y - h * 0.4} ${x + 5} ${y} z`}
      fill="var(--ink-soft)"
      opacity={0.08 + 0.4 * seen}
    />
  )
}

const FROM = -130
const SWEEP = 260

/** What is printed on a dial: how far it goes, a mark each so much, a figure each so much. */
const FACES: Readonly<
  Record<
    GaugeScale['unit'],
    { readonly most: number; readonly mark: number; readonly figure: number }
  >
> = {
  psi: { most: 20, mark: 1, figure: 5 },
  kPa: { most: 140, mark: 10, figure: 40 },
  bar: { most: 1.4, mark: 0.1, figure: 0.4 },
  'kg/cm²': { most: 1.4, mark: 0.1, figure: 0.4 },
}

function Dial({ psi, x, y }: { readonly psi: number; readonly x: number; readonly y: number }) {
  const gauge = gaugeScale(useHousehold().household.units)
  const { most, mark, figure } = FACES[gauge.unit]
  const angle = (p: number): number => ((FROM + (SWEEP * p) / most) * Math.PI) / 180
  const shown = gauge.reading(psi)
  return (
    <g transform={`translate(${x} ${y})`}>
      <rect x={-5} y={44} width={10} height={20} fill="var(--ink)" fillOpacity={0.7} />
      <circle r={50} fill="var(--crock)" stroke="var(--ink)" strokeOpacity={0.8} strokeWidth={4} />
      {Array.from({ length: most / mark + 1 }, (_, i) => {
        const p = i * mark
        const a = angle(p)
        const long = p % figure === 0
        return (
          <g key={p}>
            <line
              x1={Math.sin(a) * (long ? 36 : 40)}
              y1={-Math.cos(a) * (long ? 36 : 40)}
              x2={Math.sin(a) * 45}
              y2={-Math.cos(a) * 45}
              stroke="var(--ink)"
              strokeWidth={long ? 2.5 : 1.2}
            />
            {long && (
              <text
                x={Math.sin(a) * 26}
                y={-Math.cos(a) * 26 + 4.5}
                textAnchor="middle"
                fontSize={13}
                fill="var(--ink)"
              >
                {p}
              </text>
            )}
          </g>
        )
      })}
      <g transform={`rotate(${FROM + (SWEEP * Math.min(most + mark, shown)) / most})`}>
        <path d="M-2.500 8 L0 -40 L2.500 8 z" fill="var(--beet)" />
      </g>
      <circle r={5} fill="var(--ink)" />
      <title>{read(psi, gauge)}</title>
    </g>
  )
}
