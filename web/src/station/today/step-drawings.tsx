import type { ReactNode } from 'react'

export type StepKey = 'canner' | 'hours' | 'jars' | 'lot' | 'plan'

interface DrawingProps {
  readonly done: boolean
}

/** Lines that stand where something is still missing. */
const line = (done: boolean) =>
  ({
    stroke: done ? 'var(--ink)' : 'var(--ink-soft)',
    strokeWidth: 2,
    strokeDasharray: done ? undefined : '5 4',
    fill: 'none',
  }) as const

function Drawn({ children }: { readonly children: ReactNode }) {
  return (
    <svg viewBox="0 0 128 84" aria-hidden className="h-20 w-full">
      {children}
    </svg>
  )
}

function Canner({ done }: DrawingProps) {
  return (
    <Drawn>
      <path d="M34 34 V72 H94 V34" {...line(done)} fill={done ? 'var(--glass)' : 'none'} />
      <path d="M28 34 q36 -18 72 0 z" {...line(done)} fill={done ? 'var(--crock)' : 'none'} />
      <rect
        x={57}
        y={12}
        width={14}
        height={10}
        rx={3}
        {...line(done)}
        fill={done ? 'var(--ink-soft)' : 'none'}
      />
      {done && (
        <path
          d="M40 80 q6 -8 12 0 M58 80 q6 -8 12 0 M76 80 q6 -8 12 0"
          stroke="var(--brass)"
          strokeWidth={2.5}
          fill="none"
        />
      )}
    </Drawn>
  )
}

/** A bare week that fills with the hours of each day. @param open minutes a day, Monday first. */
function Week({ done, open }: DrawingProps & { readonly open: readonly number[] }) {
  return (
    <Drawn>
      {Array.from({ length: 7 }, (_, i) => {
        const high = Math.min(60, ((open[i] ?? 0) / 600) * 60)
        return (
          <g key={i}>
            <rect
              x={10 + i * 16}
              y={10}
              width={12}
              height={62}
              rx={2}
              {...line(done)}
              strokeWidth={1.2}
            />
            {high > 0 && (
              <rect
                x={11.5 + i * 16}
                y={71 - high}
                width={9}
                height={high}
                rx={1.5}
                fill="var(--kettle)"
                opacity={0.65}
              />
            )}
          </g>
        )
      })}
    </Drawn>
  )
}

function Jars({ done }: DrawingProps) {
  return (
    <Drawn>
      {[0, 1, 2, 3, 4].map((i) => (
        <g key={i} transform={`translate(${12 + i * 22} 26)`}>
          <path
            d="M2 8 h14 q3 4 3 9 V38 q0 4 -4 4 H3 q-4 0 -4 -4 V17 q0 -5 3 -9 z"
            {...line(done)}
            strokeWidth={1.6}
            fill={done ? 'var(--glass)' : 'none'}
          />
          <rect
            x={1}
            y={0}
            width={16}
            height={6}
            rx={2}
            fill={done ? '#8d8678' : 'none'}
            stroke="var(--ink-soft)"
            strokeWidth={done ? 0 : 1.2}
          />
        </g>
      ))}
      <line x1={4} x2={124} y1={72} y2={72} stroke="#8d7a5e" strokeWidth={6} />
    </Drawn>
  )
}

function Crate({ done }: DrawingProps) {
  return (
    <Drawn>
      {done &&
        [30, 46, 62, 78, 92].map((x, i) => (
          <circle
            key={x}
            cx={x}
            cy={38 - (i % 2) * 6}
            r={10}
            fill={i % 2 ? '#7f9a48' : '#c24a2a'}
          />
        ))}
      <path d="M20 40 H108 L102 74 H26 Z" {...line(done)} fill={done ? '#b99b6b' : 'none'} />
      <path d="M22 51 H106 M24 62 H104" {...line(done)} strokeWidth={1.2} />
    </Drawn>
  )
}

function Evening({ done }: DrawingProps) {
  const block = (x: number, w: number, y: number, tint: string) => (
    <rect
      x={x}
      y={y}
      width={w}
      height={12}
      rx={2}
      {...line(done)}
      strokeWidth={1.4}
      fill={done ? tint : 'none'}
    />
  )
  return (
    <Drawn>
      {[30, 62, 94].map((x) => (
        <line key={x} x1={x} x2={x} y1={8} y2={76} stroke="var(--rim)" strokeWidth={1.5} />
      ))}
      {block(12, 40, 16, '#7f9a48')}
      {block(56, 24, 16, '#d9ab3f')}
      {block(84, 32, 16, '#d9ab3f')}
      {block(30, 50, 38, '#c24a2a')}
      {block(84, 20, 38, '#c24a2a')}
      {block(20, 30, 60, '#7f9a48')}
      {block(60, 18, 60, '#c24a2a')}
    </Drawn>
  )
}

/** What a first step brings into the house: an outline until it is there. */
export function StepDrawing({
  step,
  done,
  open,
}: DrawingProps & { readonly step: StepKey; readonly open: readonly number[] }) {
  switch (step) {
    case 'canner':
      return <Canner done={done} />
    case 'hours':
      return <Week done={done} open={open} />
    case 'jars':
      return <Jars done={done} />
    case 'lot':
      return <Crate done={done} />
    case 'plan':
      return <Evening done={done} />
  }
}
