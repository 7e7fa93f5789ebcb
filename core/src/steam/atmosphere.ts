import { feetToMetres, pascal, type Feet, type Pascal } from '../quantity/units'

/**
 * Standard atmosphere (ISO 2533 troposphere): pressure of the air, Pa, at an
 * altitude in feet. Defined from −1,500 ft to 36,000 ft.
 * @throws RangeError outside that range.
 */
export function atmosphere(altitude: Feet): Pascal {
  if (!(altitude >= -1500 && altitude <= 36000))
    throw new RangeError(`altitude ${altitude} ft is outside the troposphere formula`)
  return pascal(101325 * (1 - 2.25577e-5 * feetToMetres(altitude)) ** 5.25588)
}
