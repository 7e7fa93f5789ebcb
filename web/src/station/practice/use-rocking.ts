import { useEffect } from 'react'
import { rock } from '../../alarm/sound'

/** From one rock of a weight to the next, ms: a weight that just rocks, and one that is driven hard. */
const SLOW_MS = 900
const FAST_MS = 260
/** Steam under a weight that rocks wildly, kg/s. */
const WILD_KG_S = 0.0008

/**
 * The sound by which a weighted gauge is watched: slow while little steam lifts it, quick
 * when much does.
 * @param rocking whether it rocks and somebody is there to hear it.
 * @param plumeKgS steam that leaves under it, kg/s.
 */
export function useRocking(rocking: boolean, plumeKgS: number): void {
  const wild = Math.max(0, Math.min(1, plumeKgS / WILD_KG_S))
  // In steps, so that the beat does not begin anew with every breath of steam.
  const every = SLOW_MS - (SLOW_MS - FAST_MS) * (Math.round(wild * 4) / 4)
  useEffect(() => {
    if (!rocking) return
    rock()
    const beat = window.setInterval(rock, every)
    return () => window.clearInterval(beat)
  }, [rocking, every])
}
