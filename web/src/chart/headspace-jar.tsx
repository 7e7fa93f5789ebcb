import { jarSpecs, showLength, type JarSize, type UnitSystem } from '@kelvit/core'

/** A jar drawn to scale with its headspace marked. */
export function HeadspaceJar({
  jar,
  headspaceIn,
  units,
}: {
  readonly jar: JarSize
  readonly headspaceIn: number
  readonly units: UnitSystem
}) {
  const spec = jarSpecs.find((j) => j.id === jar)
  const scale = 26
  const height = (spec?.heightIn ?? 7) * scale
  const width = (spec?.diameterIn.regular ?? spec?.diameterIn.wide ?? 3.5) * scale
  const head = headspaceIn * scale
  const x = 8
  const neck = width * 0.12
  return (
    <svg
      width={width + 92}
      height={height + 26}
      viewBox={`0 0 ${width + 92} ${height + 26}`}
      role="img"
      aria-label={`Headspace ${showLength(headspaceIn, units)}, to scale`}
      className="shrink-0"
    >
      <rect x={x + neck - 3} y={2} width={width - 2 * neck + 6} height={13} rx={2} fill="#8d8678" />
      <path
        d={`M${x + neck} 15 h${width - 2 * neck} v12 q0 6 ${neck * 0.6} 9 q${neck * 0.4} 4 ${neck * 0.4} 12 V${height + 8} q0 10 -10 10 H${x + 10} q-10 0 -10 -10 V48 q0 -8 ${neck * 0.4} -12 q${neck * 0.6} -3 ${neck * 0.6} -9 z`}
        fill="var(--glass)"
        stroke="var(--ink-soft)"
        strokeWidth={1.5}
      />
      <path
        d={`M${x + 2} ${Math.max(50, 15 + head)} h${width - 4} V${height + 8} q0 8 -8 8 H${x + 10} q-8 0 -8 -8 z`}
        fill="#7f9a48"
        opacity={0.85}
      />
      {15 + head < 50 && (
        <rect
          x={x + neck + 2}
          y={15 + head}
          width={width - 2 * neck - 4}
          height={52 - 15 - head}
          fill="#7f9a48"
          opacity={0.85}
        />
      )}
      <line x1={x} x2={x + width + 22} y1={15} y2={15} stroke="var(--beet)" strokeWidth={1.5} />
      <line
        x1={x}
        x2={x + width + 22}
        y1={15 + head}
        y2={15 + head}
        stroke="var(--beet)"
        strokeWidth={1.5}
      />
      <text
        x={x + width + 26}
        y={15 + head / 2 + 5}
        fontSize={15}
        fontWeight={700}
        fill="var(--beet)"
      >
        {showLength(headspaceIn, units)}
      </text>
    </svg>
  )
}
