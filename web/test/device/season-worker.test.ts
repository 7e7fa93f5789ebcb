// @vitest-environment jsdom
// A search takes its time: what it is asked through is not let go of before it has answered.
import { setFlagsFromString } from 'node:v8'
import { runInNewContext } from 'node:vm'
import { expect, test, vi } from 'vitest'

setFlagsFromString('--expose_gc')
const collect = runInNewContext('gc') as () => void

class Quiet {
  static readonly said: unknown[] = []
  ended = false
  addEventListener(): void {}
  removeEventListener(): void {}
  postMessage(message: { type?: string }): void {
    Quiet.said.push(message.type)
  }
  terminate(): void {
    this.ended = true
  }
}
vi.stubGlobal('Worker', Quiet)

test('a worker that takes long is still listened to after the memory was swept', async () => {
  const { withSeason } = await import('../../src/worker/season')
  const end = withSeason(
    async (season) => {
      await season.byHand({ records: null as never, pinned: [] })
    },
    () => undefined,
  )
  for (let i = 0; i < 20; i++) {
    collect()
    await new Promise((done) => setTimeout(done, 5))
  }
  expect(Quiet.said).toEqual(['APPLY'])
  end()
})
