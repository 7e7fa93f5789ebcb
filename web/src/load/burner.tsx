import type { CannerRead } from '@kelvit/contract'
import { BURNER_BEFORE, burnerLoad, fullWeight, showWeight, waterRunDue } from '@kelvit/core'
import type { JarSize } from '@kelvit/core/words'
import { Link } from 'react-router'
import { useHousehold, useToday } from '../household/session'
import { WATER_RUN_OFFER } from '../household/water-run-words'
import { Caution } from '../ui/panel'

interface BurnerProps {
  readonly canner: CannerRead
  readonly portions: readonly { readonly jar: JarSize; readonly jars: number }[]
}

/** What its burner asks of this canner with these jars: the weight against what it carries. */
export function OnItsBurner({ canner, portions }: BurnerProps) {
  const { units } = useHousehold().household
  const { standsOn, burnerLimitLb } = canner
  if (!standsOn) return null
  const full = fullWeight(canner, portions)
  const about = full && `Full, it weighs about ${showWeight(full.all, units)}`
  const limit = burnerLimitLb && showWeight(burnerLimitLb, units)
  return (
    <>
      {BURNER_BEFORE[standsOn]}
      {about && !limit && ` ${about}.`}
      {about && limit && ` ${about}; the burner carries ${limit}.`}
    </>
  )
}

/** Why this canner isn't heated on its burner as it is filled, or isn't used before a run with water only. */
export function BeforeHeat({ canner, portions }: BurnerProps) {
  const today = useToday()
  const load = burnerLoad(canner, portions)
  const due = waterRunDue(canner.lastRanOn, today)
  return (
    <>
      {load === 'over' && (
        <Caution>
          <strong>Too heavy for its burner.</strong> Use a burner that carries it, or run fewer jars
          if the canner’s manual allows it.
        </Caution>
      )}
      {load === 'near' && (
        <Caution>
          Weigh the full canner, or use another burner. By our estimate it’s close to the most this
          one can carry.
        </Caution>
      )}
      {due && (
        <p>
          {WATER_RUN_OFFER[due]}{' '}
          <Link to="/gear" className="font-semibold text-kettle underline">
            Record it under Gear
          </Link>
        </p>
      )}
    </>
  )
}
