import { quartsOf } from '../method/jar-size'
import {
  feet,
  kelvin,
  kelvinToFahrenheit,
  pascalToPsi,
  psiToPascal,
  type Fahrenheit,
  type Psi,
} from '../quantity/units'
import { atmosphere } from '../steam'
import {
  AIR_KG_PER_MOL,
  CP_AIR,
  energyOf,
  equilibrium,
  orificeFlow,
  R_MOLAR,
  steamEnthalpy,
  temperatureFor,
  WATER_KG_PER_MOL,
  type Contents,
  type Equilibrium,
} from './water'
import type { Controls, Inner, PracticeOptions, PracticeSize, PracticeState } from './state'

interface Pot {
  readonly volumeM3: number
  readonly metalJK: number
  readonly lossWK: number
  readonly waterKg: number
  readonly burnerW: number
}

/** Pots of the three usual sizes: volumes and weights as sold, losses fitted to how long they cool. */
const POTS: Readonly<Record<PracticeSize, Pot>> = {
  small: { volumeM3: 0.0155, metalJK: 5200, lossWK: 2.6, waterKg: 2.8, burnerW: 1400 },
  tall: { volumeM3: 0.0222, metalJK: 6400, lossWK: 2.6, waterKg: 2.8, burnerW: 1400 },
  large: { volumeM3: 0.0285, metalJK: 9000, lossWK: 3.1, waterKg: 3.8, burnerW: 1700 },
}

const ROOM_K = 295.15
/** Vent pipe, about 4 mm across; the leak of a lid off its marks; the open lid. Areas in m². */
const VENT_M2 = 1.25e-5
const LEAK_M2 = 6e-5
const OPEN_M2 = 4e-3
const PLUG_M2 = 8e-5
/** Over this a lid or a weight that comes off lets out scalding steam, psi. */
const UNDER_PRESSURE_PSI = 0.5
/** The overpressure plug lets go, psi. */
const PLUG_PSI = 22
/** A weight is fully up this far over its figure, psi. */
const LIFT_PSI = 0.6
/** Air hides between jars and under the lid, and comes out only slowly, s. */
const POCKET_S = 240
const POCKET_SHARE = 0.45
/** The knob reaches the pot through iron or coil, s. */
const BURNER_LAG_S = 15
/** A quart jar of food and glass, J/K; of it the part next to the glass follows fast. */
const QUART_JK = 4000
const SHELL = 0.12
/** Steam to glass, and glass to the middle, W/K a quart. */
const TO_SHELL_WK = 12
const TO_CORE_WK = 5.5
/**
 * The gas in a jar's headspace gives way when the pressure outside falls, and is gone for
 * good: so many psi of falls it bears before liquid follows, psi.
 */
const CUSHION_PSI = 16
/** Falls slower than this are no falls; faster than the other they throw liquid out with the gas, psi a minute. */
const STILL_FALL = 0.12
const CALM_FALL = 1
/** How much more a fall costs for every psi a minute over that. */
const HASTE = 0.6
/** Share of the liquid lost for every psi of falls beyond the cushion. */
const LOST_A_PSI = 0.012
/** A fall is felt over about this long, s. */
const FALL_S = 8
const STEP_S = 0.1
const PA_PER_PSI = psiToPascal(1)
/** No step lets go of more than this share of what is in the gas. */
const MOST_SHARE = 0.25

const quarts = (o: PracticeOptions): number => o.jars * quartsOf(o.jar)
const fahrenheit = (T: number): Fahrenheit => kelvinToFahrenheit(kelvin(T))

const contentsOf = (o: PracticeOptions, s: Inner): Contents => ({
  waterKg: s.waterKg,
  airMol: s.bulkAirMol + s.pocketAirMol,
  // Glass and food take a litre and a sixth a quart.
  roomM3: POTS[o.size].volumeM3 - quarts(o) * 0.00112,
  metalJK: POTS[o.size].metalJK,
})

/**
 * A canner with its jars in and the lid on, before the heat: water at 140 °F for raw packs,
 * 180 °F for hot ones, the rest of it air.
 * @throws RangeError for more jars than fit into the pot.
 */
export function startCanner(options: PracticeOptions): PracticeState {
  const pot = POTS[options.size]
  const T = options.pack === 'hot' ? 355.37 : 333.15
  const waterKg = options.waterKg ?? pot.waterKg
  if (pot.volumeM3 - quarts(options) * 0.00112 - waterKg / 955 < 0.002)
    throw new RangeError('these jars do not fit into this pot')
  const empty: Inner = {
    T,
    shellK: options.pack === 'hot' ? T - 3 : 300,
    coreK: options.pack === 'hot' ? T - 3 : 296,
    waterKg,
    bulkAirMol: 0,
    pocketAirMol: 0,
    fall: 0,
    cushion: CUSHION_PSI,
  }
  const { steamPa } = equilibrium(contentsOf(options, empty), T)
  const gasM3 = contentsOf(options, empty).roomM3 - waterKg / 955
  const air = ((atmosphere(feet(options.altitudeFt)) - steamPa) * gasM3) / (R_MOLAR * T)
  const inner = {
    ...empty,
    bulkAirMol: air * (1 - POCKET_SHARE),
    pocketAirMol: air * POCKET_SHARE,
  }
  const zero = {
    options,
    seconds: 0,
    heatInJ: 0,
    heatLostJ: 0,
    ventedJ: 0,
    ventedKg: 0,
    plumeKgS: 0,
    plumeAir: 1,
    lockUp: false,
    rocking: false,
    plugBlown: false,
    siphoned: 0,
    openedUnderPressure: false,
    weightOn: false,
    liftedAtPsi: null,
    burnerW: 0,
  }
  return read(zero, inner)
}

type Accounts = Omit<
  PracticeState,
  | 'gaugePsi'
  | 'dialPsi'
  | 'temperatureF'
  | 'airFraction'
  | 'waterKg'
  | 'jarTemperatureF'
  | 'energyJ'
  | 'massKg'
  | 'inner'
>

/** What can be read of a state. */
function read(accounts: Accounts, inner: Inner, known?: Equilibrium): PracticeState {
  const { options } = accounts
  const c = contentsOf(options, inner)
  const gas = known ?? equilibrium(c, inner.T)
  const { steamKg, liquidKg, pressurePa } = gas
  const gauge = pascalToPsi(pressurePa - atmosphere(feet(options.altitudeFt)))
  const steamMol = steamKg / WATER_KG_PER_MOL
  const jars = quarts(options) * QUART_JK
  // Field by field: ten steps a second are made of this, and copying objects whole takes most of their time.
  return {
    options,
    seconds: accounts.seconds,
    heatInJ: accounts.heatInJ,
    heatLostJ: accounts.heatLostJ,
    ventedJ: accounts.ventedJ,
    ventedKg: accounts.ventedKg,
    plumeKgS: accounts.plumeKgS,
    plumeAir: accounts.plumeAir,
    lockUp: accounts.lockUp,
    rocking: accounts.rocking,
    plugBlown: accounts.plugBlown,
    siphoned: accounts.siphoned,
    openedUnderPressure: accounts.openedUnderPressure,
    weightOn: accounts.weightOn,
    liftedAtPsi: accounts.liftedAtPsi,
    burnerW: accounts.burnerW,
    inner,
    gaugePsi: gauge,
    dialPsi: Math.max(0, gauge + (gauge > 0.5 ? (options.faults?.dialHighPsi ?? 0) : 0)) as Psi,
    temperatureF: fahrenheit(inner.T),
    airFraction: c.airMol / Math.max(1e-9, c.airMol + steamMol),
    waterKg: liquidKg,
    jarTemperatureF: fahrenheit(quarts(options) > 0 ? inner.coreK : inner.T),
    energyJ:
      energyOf(c, inner.T, gas) +
      jars * (SHELL * (inner.shellK - 273.15) + (1 - SHELL) * (inner.coreK - 273.15)),
    massKg: c.waterKg + c.airMol * AIR_KG_PER_MOL,
  }
}

/**
 * The canner some seconds later with the hands as they are; ten steps a second inside.
 * Without a clock of its own: the same seconds give the same state.
 * @param seconds how long, 0 or more.
 */
export function stepCanner(
  state: PracticeState,
  controls: Controls,
  seconds: number,
): PracticeState {
  let s = state
  const steps = Math.max(0, Math.round(seconds / STEP_S))
  for (let i = 0; i < steps; i++) s = step(s, controls)
  return s
}

/** The holes through which the pot breathes at a pressure, m². */
function holes(s: PracticeState, controls: Controls): { area: number; lift: number } {
  const { faults, weightPsi } = s.options
  const over = s.gaugePsi - weightPsi
  const lift = controls.weightOn ? Math.max(0, Math.min(1, over / LIFT_PSI)) : 0
  const vent = VENT_M2 * (faults?.vent ?? 1) * (controls.weightOn ? lift : 1)
  const leak = faults?.lidOffMarks ? LEAK_M2 : 0
  const plug = s.plugBlown || s.gaugePsi > PLUG_PSI ? PLUG_M2 : 0
  return { area: vent + leak + plug + (controls.lidOff ? OPEN_M2 : 0), lift }
}

/** What the burner gives now, and what the room takes, W. */
function powers(s: PracticeState, controls: Controls) {
  const { options, inner } = s
  const pot = POTS[options.size]
  const wanted =
    Math.max(0, Math.min(1, controls.heat)) * pot.burnerW * (options.faults?.burner ?? 1)
  const gust = options.faults?.gust
  const draught = gust && s.seconds >= gust.fromS && s.seconds < gust.toS ? 3.5 : 1
  return {
    burnerW: s.burnerW + ((wanted - s.burnerW) * STEP_S) / BURNER_LAG_S,
    lostW: pot.lossWK * draught * (inner.T - ROOM_K),
  }
}

function step(s: PracticeState, controls: Controls): PracticeState {
  const { options, inner } = s
  const outsidePa = atmosphere(feet(options.altitudeFt))
  const c = contentsOf(options, inner)
  const gas = equilibrium(c, inner.T)
  const { area, lift } = holes(s, controls)

  const { burnerW, lostW } = powers(s, controls)
  const out = breathe(inner, gas, outsidePa, area)
  const jars = jarFlows(options, inner)
  const next = {
    waterKg: inner.waterKg - out.steamKg,
    bulkAirMol: inner.bulkAirMol - out.airMol + jars.pocketMol,
    pocketAirMol: inner.pocketAirMol - jars.pocketMol,
    shellK: inner.shellK + jars.shellK,
    coreK: inner.coreK + jars.coreK,
  }
  const before = energyOf(c, inner.T, gas)
  const energy = before + (burnerW - lostW) * STEP_S - jars.toJarsJ - out.energyJ
  const after = {
    waterKg: next.waterKg,
    airMol: next.bulkAirMol + next.pocketAirMol,
    roomM3: c.roomM3,
    metalJK: c.metalJK,
  }
  const T = temperatureFor(after, energy, inner.T)
  const gasAfter = equilibrium(after, T)
  const fallNow = ((gas.pressurePa - gasAfter.pressurePa) / PA_PER_PSI / STEP_S) * 60
  const fall = inner.fall + ((fallNow - inner.fall) * STEP_S) / FALL_S
  const cost = costOfFall(s)
  return read(
    {
      options,
      seconds: s.seconds + STEP_S,
      heatInJ: s.heatInJ + burnerW * STEP_S,
      heatLostJ: s.heatLostJ + lostW * STEP_S,
      ventedJ: s.ventedJ + out.energyJ,
      ventedKg: s.ventedKg + out.steamKg + out.airMol * AIR_KG_PER_MOL,
      plumeKgS: out.steamKg / STEP_S,
      plumeAir: out.airShare,
      lockUp: s.lockUp ? s.gaugePsi > 0.4 : s.gaugePsi > 1.2,
      rocking: controls.weightOn && lift > 0.02,
      plugBlown: s.plugBlown || s.gaugePsi > PLUG_PSI,
      siphoned: Math.min(0.95, s.siphoned + Math.max(0, cost - inner.cushion) * LOST_A_PSI),
      openedUnderPressure:
        s.openedUnderPressure || (controls.lidOff === true && s.gaugePsi > UNDER_PRESSURE_PSI),
      weightOn: controls.weightOn,
      liftedAtPsi:
        s.weightOn && !controls.weightOn && s.gaugePsi > UNDER_PRESSURE_PSI
          ? Math.max(s.liftedAtPsi ?? 0, s.gaugePsi)
          : s.liftedAtPsi,
      burnerW,
    },
    innerOf(next, T, fall, Math.max(0, inner.cushion - cost)),
    gasAfter,
  )
}

type Stuff = Omit<Inner, 'T' | 'fall' | 'cushion'>
const innerOf = (n: Stuff, T: number, fall: number, cushion: number): Inner => ({
  T,
  shellK: n.shellK,
  coreK: n.coreK,
  waterKg: n.waterKg,
  bulkAirMol: n.bulkAirMol,
  pocketAirMol: n.pocketAirMol,
  fall,
  cushion,
})

interface Breath {
  readonly steamKg: number
  readonly airMol: number
  readonly energyJ: number
  readonly airShare: number
}

/** What leaves through the holes in one step, or the air that is drawn in when it cools under the room's pressure. */
function breathe(
  inner: Inner,
  gas: ReturnType<typeof equilibrium>,
  outsidePa: number,
  area: number,
): Breath {
  const steamMol = gas.steamKg / WATER_KG_PER_MOL
  const bulk = steamMol + inner.bulkAirMol
  const airShare = bulk > 0 ? inner.bulkAirMol / bulk : 0
  if (gas.pressurePa < outsidePa) {
    // A weight or an open vent lets air in, never more than evens out.
    const flow = orificeFlow(outsidePa, gas.pressurePa, ROOM_K, Math.max(area, VENT_M2 * 0.2))
    const room = ((outsidePa - gas.pressurePa) / outsidePa) * (bulk + inner.pocketAirMol)
    const drawn = Math.min((flow * STEP_S) / AIR_KG_PER_MOL, room * MOST_SHARE)
    return { steamKg: 0, airMol: -drawn, energyJ: -drawn * CP_AIR * (ROOM_K - 273.15), airShare }
  }
  const meanKg = airShare * AIR_KG_PER_MOL + (1 - airShare) * WATER_KG_PER_MOL
  const flowMol = (orificeFlow(gas.pressurePa, outsidePa, inner.T, area) * STEP_S) / meanKg
  // No more than brings it down to the room's pressure.
  const evens = ((gas.pressurePa - outsidePa) / gas.pressurePa) * bulk
  const mol = Math.min(flowMol, Math.max(evens, 0), bulk * MOST_SHARE)
  const airMol = mol * airShare
  const steamKg = mol * (1 - airShare) * WATER_KG_PER_MOL
  return {
    steamKg,
    airMol,
    energyJ: steamKg * steamEnthalpy(inner.T) + airMol * CP_AIR * (inner.T - 273.15),
    airShare,
  }
}

/** Heat from steam to glass and on to the middle, and air that comes out of its corners, in one step. */
function jarFlows(options: PracticeOptions, inner: Inner) {
  const q = quarts(options)
  // A thin plume from a half-closed vent does not sweep the corners.
  const pocketMol = (inner.pocketAirMol * STEP_S * (options.faults?.vent ?? 1)) / POCKET_S
  if (q === 0) return { toJarsJ: 0, shellK: 0, coreK: 0, pocketMol }
  const toShell = q * TO_SHELL_WK * (inner.T - inner.shellK) * STEP_S
  const toCore = q * TO_CORE_WK * (inner.shellK - inner.coreK) * STEP_S
  return {
    toJarsJ: toShell,
    shellK: (toShell - toCore) / (q * QUART_JK * SHELL),
    coreK: toCore / (q * QUART_JK * (1 - SHELL)),
    pocketMol,
  }
}

/** What a step of falling pressure takes from the gas in the jars, psi; hasty falls cost more. */
function costOfFall({ inner, options }: PracticeState): number {
  if (quarts(options) === 0 || inner.fall <= STILL_FALL) return 0
  const haste = 1 + Math.max(0, inner.fall - CALM_FALL) * HASTE
  return (inner.fall * haste * STEP_S) / 60
}

/** Steam that would fill the room is a steady column: hardly any air in it, and enough of it to see. */
export const isSteady = (s: PracticeState): boolean => s.plumeKgS > 2.5e-4 && s.plumeAir < 0.12
