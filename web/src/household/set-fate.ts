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
}

/** Says what became of a jar that is not on the shelf any more, with a way back. */
export function useSayFate() {
  const set = useSetFate()
  const notify = useNotify()
  return (jar: Jar, state: JarState): void => {
    set(jar, state)
    notify.done(`${shortFood(jar.foodId)} ${jar.code} ${WORDS[state] ?? state}.`, () =>
      set({ ...jar, state }, jar.state),
    )
  }
}
