import type { CannerRead } from '@kelvit/contract'
import {
  capacityFor,
  countJars,
  dialWords,
  inspectionFor,
  jarPlaces,
  jarSpecs,
  psi,
  showLength,
  type JarSize,
  type UnitSystem,
} from '@kelvit/core'

const W = 380
const H = 312
/** Where the pot’s bottom is. */
const BOTTOM = 282
const CENTER = 172
const PX_PER_IN = 15
const RACK_IN = 0.4
const BETWEEN_IN = 0.5
const USUAL_DIAMETER_IN = 11.6
const ABOVE_JARS_IN = 0.9

type Part = 'vent' | 'seal' | 'plug' | 'lock' | 'base' | 'rack' | 'dial'
/** The part of a drawing that an inspection point or a block is about. */
const PART_OF: Readonly<Record<string, Part>> = {
  vent: 'vent',
  gasket: 'seal',
  'metal-seal': 'seal',
  plug: 'plug',
  lock: 'lock',
  base: 'base',
  rack: 'rack',
}

/** What is wrong or due, by the part that it is marked on. */
function partsWrong(canner: Pick<CannerRead, 'blocks' | 'defects' | 'seal'>): ReadonlySet<Part> {
  const wrong = inspectionFor(canner.seal)
    .filter((p) => canner.defects.includes(p.wrong))
    .flatMap((p) => PART_OF[p.id] ?? [])
  const dial = canner.blocks.some((b) => b.reason.startsWith('dial-'))
  return new Set([...wrong, ...(dial ? (['dial'] as const) : [])])
}

/** A canner cut open: its jars by count and layer, the water, gauge, weight, seal and plug. */
export function CannerDrawing({
  canner,
  jar,
  units,
}: {
  readonly canner: CannerRead
  readonly jar: JarSize
  readonly units: UnitSystem
}) {
  const spec = jarSpecs.find((j) => j.id === jar)
  const jars =
    capacityFor(canner.capacity, jar, 'regular') || capacityFor(canner.capacity, jar, 'wide')
  const wide = (canner.innerDiameterIn ?? USUAL_DIAMETER_IN) * PX_PER_IN
  const across = (spec?.diameterIn.regular ?? spec?.diameterIn.wide ?? 3.5) * PX_PER_IN
  const tall = (spec?.heightIn ?? 7) * PX_PER_IN
  const layers = jarPlaces(jars, canner.innerDiameterIn ?? USUAL_DIAMETER_IN, across / PX_PER_IN)
  const inside = Math.max(
    (canner.innerHeightIn ?? 0) * PX_PER_IN,
    layers.length * (tall + BETWEEN_IN * PX_PER_IN) + ABOVE_JARS_IN * PX_PER_IN,
  )
  const top = Math.max(92, BOTTOM - inside)
  const left = CENTER - wide / 2
  const water = BOTTOM - canner.waterIn * PX_PER_IN
  const wrong = partsWrong(canner)
  const ink = (part: Part): string => (wrong.has(part) ? 'var(--beet)' : 'var(--ink)')
  const dial = canner.gauge !== 'weighted'
  const above = top - (dial ? 92 : 56)
  const weight = canner.gauge !== 'dial'
  return (
    <svg
      viewBox={`0 ${above} ${W} ${H - above}`}
      className="w-full max-w-[26rem]"
      role="img"
      aria-label={`${canner.name} cut open: ${countJars(jars, jar)} in ${layers.length === 1 ? 'one layer' : `${layers.length} layers`}, ${showLength(canner.waterIn, units)} of water${wrong.size > 0 ? `. Wrong: ${[...wrong].join(', ')}` : ''}`}
    >
      <path
        d={`M${left} ${top} V${BOTTOM} H${left + wide} V${top}`}
        fill="var(--glass)"
        stroke={ink('base')}
        strokeWidth={5}
        strokeLinejoin="round"
      />
      {layers.map((places, layer) =>
        places.map((at, i) => {
          const x = CENTER + at.x * PX_PER_IN - across / 2
          const foot = BOTTOM - 4 - RACK_IN * PX_PER_IN - layer * (tall + BETWEEN_IN * PX_PER_IN)
          return (
            <Jar key={`${layer} ${i}`} x={x} y={foot - tall} w={across} h={tall} near={at.near} />
          )
        }),
      )}
      {layers.map((_, layer) => {
        const y = BOTTOM - 4 - RACK_IN * PX_PER_IN - layer * (tall + BETWEEN_IN * PX_PER_IN) + 2
        return (
          <line
            key={layer}
            x1={left + 5}
            x2={left + wide - 5}
            y1={y}
            y2={y}
            stroke={ink('rack')}
            strokeWidth={2.5}
            strokeDasharray="6 4"
          />
        )
      })}
      <rect
        x={left + 2.5}
        y={water}
        width={wide - 5}
        height={BOTTOM - water - 2.5}
        fill="var(--kettle)"
        opacity={0.22}
      />
      <line
        x1={left}
        x2={left + wide + 14}
        y1={water}
        y2={water}
        stroke="var(--kettle)"
        strokeWidth={1.5}
      />
      <text x={left + wide + 18} y={water + 4.5} fontSize={13} fill="var(--ink-soft)">
        {showLength(canner.waterIn, units)} water
      </text>
      <path
        d={`M${left - 9} ${top} q${wide / 2 + 9} -34 ${wide + 18} 0 z`}
        fill="var(--crock)"
        stroke={ink('lock')}
        strokeWidth={3}
        strokeLinejoin="round"
      />
      <rect
        x={left - 5}
        y={top}
        width={wide + 10}
        height={canner.seal === 'gasket' ? 5 : 2}
        fill={ink('seal')}
      />
      <circle cx={CENTER + wide * 0.27} cy={top - 15} r={5} fill={ink('plug')} />
      {weight && (
        <Weight x={dial ? CENTER + wide * 0.08 : CENTER} y={top - 19} color={ink('vent')} />
      )}
      {dial && (
        <Dial
          x={CENTER - wide * 0.2}
          y={top - 48}
          error={canner.lastTest?.errorPsi ?? null}
          due={wrong.has('dial')}
          words={
            canner.lastTest
              ? dialWords(psi(canner.lastTest.errorPsi), canner.dialMarks ?? units)
              : 'untested'
          }
        />
      )}
      <text x={left + wide + 18} y={top + 40} fontSize={13} fontWeight={700} fill="var(--ink)">
        {countJars(jars, jar)}
      </text>
      <text x={left + wide + 18} y={top + 58} fontSize={13} fill="var(--ink-soft)">
        {layers.length === 1 ? 'one layer' : `${layers.length} layers`}
      </text>
      {wrong.size > 0 && (
        <text x={left + wide + 18} y={top + 2} fontSize={13} fontWeight={700} fill="var(--beet)">
          ✗ {[...wrong].map((p) => PART_WORDS[p]).join(', ')}
        </text>
      )}
    </svg>
  )
}

const PART_WORDS: Readonly<Record<Part, string>> = {
  ...{ vent: 'vent', seal: 'seal', plug: 'plug', lock: 'lid', base: 'base', rack: 'rack' },
  dial: 'dial test',
}

function Jar({ x, y, w, h, near }: { x: number; y: number; w: number; h: number; near: number }) {
  const neck = w * 0.12
  return (
    <g opacity={0.45 + 0.55 * near}>
      <path
        d={`M${x + neck} ${y + 6} h${w - 2 * neck} q${neck * 1.2} 8 ${neck - 1} ${h * 0.16} V${y + h - 5} q0 4 -4 4 H${x + 5} q-4 0 -4 -4 V${y + h * 0.16 + 6} q0 -6 ${neck - 1} -${h * 0.16} z`}
        fill="#a9b97b"
        stroke="var(--ink-soft)"
        strokeWidth={1.2}
      />
      <rect x={x + neck - 1} y={y} width={w - 2 * neck + 2} height={6} rx={1.5} fill="#8d8678" />
    </g>
  )
}

function Weight({ x, y, color }: { x: number; y: number; color: string }) {
  return (
    <g>
      <line x1={x} x2={x} y1={y + 4} y2={y - 10} stroke={color} strokeWidth={4} />
      <rect
        x={x - 12}
        y={y - 26}
        width={24}
        height={17}
        rx={4}
        fill="var(--ink-soft)"
        stroke="var(--ink)"
        strokeWidth={1.5}
      />
    </g>
  )
}

/** The dial runs to so many psi over three quarters of a turn. */
const DIAL_PSI = 20
const angleOf = (psi: number): number => ((-225 + (270 * psi) / DIAL_PSI) * Math.PI) / 180
const RADIUS = 36
/** The pressure at which a dial is usually tested. */
const TESTED_PSI = 11

interface DialProps {
  readonly x: number
  readonly y: number
  readonly error: number | null
  readonly due: boolean
  /** What its last test said. */
  readonly words: string
}

/** A dial’s face with its error as a wedge between the true pressure and what it shows. */
function Dial({ x, y, error, due, words }: DialProps) {
  const at = (psi: number, r: number): string =>
    `${(x + r * Math.cos(angleOf(psi))).toFixed(1)} ${(y + r * Math.sin(angleOf(psi))).toFixed(1)}`
  const shown = error === null ? null : TESTED_PSI + error
  const bad = due || (error !== null && Math.abs(error) > 2)
  return (
    <g>
      <line
        x1={x}
        x2={x}
        y1={y + RADIUS - 2}
        y2={y + RADIUS + 12}
        stroke="var(--ink)"
        strokeWidth={6}
      />
      <circle
        cx={x}
        cy={y}
        r={RADIUS}
        fill="var(--crock)"
        stroke={bad ? 'var(--beet)' : 'var(--ink)'}
        strokeWidth={2.5}
      />
      {[0, 5, 10, 15, 20].map((p) => (
        <path
          key={p}
          d={`M${at(p, RADIUS - 3)} L${at(p, RADIUS - 10)}`}
          stroke="var(--ink-soft)"
          strokeWidth={1.5}
        />
      ))}
      {shown !== null && shown !== TESTED_PSI && (
        <path
          d={`M${x} ${y} L${at(TESTED_PSI, RADIUS - 5)} A${RADIUS - 5} ${RADIUS - 5} 0 0 ${shown > TESTED_PSI ? 1 : 0} ${at(shown, RADIUS - 5)} Z`}
          fill={bad ? 'var(--beet)' : 'var(--brass)'}
          opacity={0.6}
        />
      )}
      <path
        d={`M${x} ${y} L${at(shown ?? 0, RADIUS - 7)}`}
        stroke="var(--ink)"
        strokeWidth={2.5}
        strokeLinecap="round"
      />
      <circle cx={x} cy={y} r={3.5} fill="var(--ink)" />
      <text
        x={x - RADIUS - 8}
        y={y + 5}
        textAnchor="end"
        fontSize={13}
        fill={bad || error === null ? 'var(--beet)' : 'var(--ink-soft)'}
      >
        {words}
      </text>
    </g>
  )
}
