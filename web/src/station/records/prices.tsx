import { shortFood } from '@kelvit/core'
import type { Prices as PricesSaid } from '@kelvit/core'
import { useState } from 'react'
import { useSettingsInTurn } from '../../household/in-turn'
import { useHousehold } from '../../household/session'
import { NumberField } from '../../ui/number-field'
import { Panel } from '../../ui/panel'

const PARTS = [
  ['lid', 'A lid'],
  ['additions', 'Salt, acid a jar'],
  ['fuel', 'Fuel a load'],
  ['jar', 'An empty jar'],
] as const

/** What jars cost besides their produce, and what the same would be in a shop. */
export function Prices({ foods }: { readonly foods: readonly string[] }) {
  const { household, may } = useHousehold()
  const [typed, setTyped] = useState<Partial<PricesSaid>>({})
  const { due, keep } = useSettingsInTurn(() => undefined)
  const kept = due?.prices ?? household.settings.prices
  const leave = (change: Partial<PricesSaid>): void => {
    const next = { ...kept, ...change }
    if (JSON.stringify(next) !== JSON.stringify(kept)) keep((now) => ({ ...now, prices: next }))
  }
  const shop = { ...kept.shop, ...typed.shop }
  const leaveShop = (): void => {
    leave({ shop: Object.fromEntries(Object.entries(shop).filter(([, n]) => n > 0)) })
  }
  return (
    <Panel label="Prices" className="no-print">
      <h2>Prices</h2>
      <p className="mb-3 text-[15px] text-ink-soft">
        In {household.currency}. We don’t count what you leave empty. You enter the price of produce
        when you weigh it in.
      </p>
      <div className="grid grid-cols-2 gap-3 sm:grid-cols-3 lg:grid-cols-5">
        {PARTS.map(([key, label]) => (
          <NumberField
            key={key}
            label={label}
            min={0}
            value={kept[key]}
            disabled={!may('keeper')}
            onValue={(n) => setTyped({ ...typed, [key]: n })}
            onLeave={() => key in typed && leave({ [key]: typed[key] })}
          />
        ))}
        <NumberField
          label="Runs a jar lasts"
          whole
          min={1}
          max={200}
          value={kept.jarRuns}
          disabled={!may('keeper')}
          onValue={(n) => n !== null && setTyped({ ...typed, jarRuns: n })}
          onLeave={() => typed.jarRuns !== undefined && leave({ jarRuns: typed.jarRuns })}
        />
      </div>
      {foods.length > 0 && (
        <>
          <h3 className="mt-4 mb-1">In a shop, a quart</h3>
          <div className="grid grid-cols-2 gap-3 sm:grid-cols-3 lg:grid-cols-5">
            {foods.map((id) => (
              <NumberField
                key={id}
                label={shortFood(id)}
                min={0}
                value={kept.shop[id] ?? null}
                disabled={!may('keeper')}
                onValue={(n) => setTyped({ ...typed, shop: { ...typed.shop, [id]: n ?? 0 } })}
                onLeave={leaveShop}
              />
            ))}
          </div>
        </>
      )}
    </Panel>
  )
}
