import { useRef, type KeyboardEvent, type PointerEvent } from 'react'

interface KnobProps {
  /** 0 to 1. */
  readonly value: number
  readonly onChange: (value: number) => void
}

const FROM = -135
const SWEEP = 270
const clamp = (n: number): number => Math.max(0, Math.min(1, n))

/** A burner's knob: drag it round, roll the wheel, or use the arrow keys. */
export function Knob({ value, onChange }: KnobProps) {
  const box = useRef<SVGSVGElement>(null)
  const toAngle = (e: PointerEvent): void => {
    const r = box.current?.getBoundingClientRect()
    if (!r) return
    const degrees =
      (Math.atan2(e.clientX - (r.left + r.width / 2), -(e.clientY - (r.top + r.height / 2))) *
        180) /
      Math.PI
    const next = clamp((degrees - FROM) / SWEEP)
    // Past its stop it stays there instead of jumping to the other end.
    if (Math.abs(next - value) < 0.6) onChange(next)
  }
  const onKeyDown = (e: KeyboardEvent): void => {
    const steps: Readonly<Record<string, number>> = {
      ArrowUp: 0.02,
      ArrowRight: 0.02,
      ArrowDown: -0.02,
      ArrowLeft: -0.02,
      PageUp: 0.1,
      PageDown: -0.1,
    }
    const step = steps[e.key]
    if (e.key === 'Home') onChange(0)
    else if (e.key === 'End') onChange(1)
    else if (step !== undefined) onChange(clamp(value + step))
    else return
    e.preventDefault()
  }
  return (
    <div className="flex items-center gap-3">
      <svg
        ref={box}
        viewBox="-60 -60 120 120"
        className="size-24 shrink-0 cursor-grab touch-none active:cursor-grabbing"
        role="slider"
        tabIndex={0}
        aria-label="Heat"
        aria-valuemin={0}
        aria-valuemax={100}
        aria-valuenow={Math.round(value * 100)}
        aria-valuetext={value === 0 ? 'off' : `${Math.round(value * 100)} of 100`}
        onKeyDown={onKeyDown}
        onPointerDown={(e) => {
          e.currentTarget.setPointerCapture(e.pointerId)
          toAngle(e)
        }}
        onPointerMove={(e) => {
          if (e.buttons === 1) toAngle(e)
        }}
        onWheel={(e) => onChange(clamp(value - Math.sign(e.deltaY) * 0.02))}
      >
        {Array.from({ length: 11 }, (_, i) => {
          const a = ((FROM + (SWEEP * i) / 10) * Math.PI) / 180
          const [sin, cos] = [Math.sin(a), -Math.cos(a)]
          return (
            <line
              key={i}
              x1={sin * 50}
              y1={cos * 50}
              x2={sin * 57}
              y2={cos * 57}
              stroke={i / 10 <= value + 0.001 ? 'var(--brass)' : 'var(--rim)'}
              strokeWidth={4}
              strokeLinecap="round"
            />
          )
        })}
        <circle
          r={43}
          fill="var(--kettle)"
          stroke="var(--ink)"
          strokeOpacity={0.25}
          strokeWidth={2}
        />
        <g transform={`rotate(${FROM + SWEEP * value})`}>
          <rect x={-4} y={-41} width={8} height={26} rx={3} fill="var(--crock)" />
        </g>
      </svg>
      <p className="leading-snug">
        <span className="block font-semibold">Heat</span>
        <span className="tabular text-xl">{value === 0 ? 'off' : Math.round(value * 100)}</span>
      </p>
    </div>
  )
}
