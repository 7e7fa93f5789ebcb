import { shortFood } from '@kelvit/core'
import type { Jar } from '@kelvit/contract'
import type { JarState } from '@kelvit/core'
import { useSetFate } from '../sync/fates'
import { useNotify } from '../ui/notice'

const WORDS: Readonly<Partial<Record<JarState, string>>> = {
  refrigerated: 'put into the fridge',
  frozen: 'put into the freezer',
  eaten: 'eaten',
  discarded: 'thrown away',
  'on-shelf': 'still on the shelf',
}

/** Says what became of a jar that is not on the shelf any more, with a way back. */
export function useSayFate() {
  const set = useSetFate()
  const notify = useNotify()
  return (jar: Jar, state: JarState): void => {
    const name = `${shortFood(jar.foodId)} ${jar.code}`
    const words = `${name} ${WORDS[state] ?? state}`
    set(jar, state, words)
    notify.done(`${words}.`, () =>
      set({ ...jar, state }, jar.state, `${name}: not ${WORDS[state] ?? state} after all`),
    )
  }
}
