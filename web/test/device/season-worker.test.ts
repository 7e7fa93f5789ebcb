// @vitest-environment jsdom
// A search takes its time: what it is asked through is not let go of before it has answered.
import { setFlagsFromString } from 'node:v8'
import { runInNewContext } from 'node:vm'
import { expect, test, vi } from 'vitest'
import { records } from '../../../core/test/kit/season-records'

setFlagsFromString('--expose_gc')
const collect = runInNewContext('gc') as () => void

/** A worker that answers nothing, and shows what it was told. */
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

/** A worker whose answer overtakes what it said on the way. */
class Overtaking {
  readonly #answered: ((event: { data: unknown }) => void)[] = []
  addEventListener(kind: string, listener: (event: { data: unknown }) => void): void {
    if (kind === 'message') this.#answered.push(listener)
  }
  removeEventListener(): void {}
  terminate(): void {}
  postMessage(message: Asked): void {
    const hear = message.argumentList[1]?.value as MessagePort
    setTimeout(() => {
      for (const listener of this.#answered)
        listener({ data: { id: message.id, type: 'RAW', value: 'the answer' } })
      hear.postMessage({
        id: 'late',
        type: 'APPLY',
        path: [],
        argumentList: [{ type: 'RAW', value: 'on the way' }],
      })
    }, 5)
  }
}
interface Asked {
  readonly id: string
  readonly argumentList: readonly { readonly value: unknown }[]
}

test('what a worker said on the way never comes after its answer', async () => {
  vi.stubGlobal('Worker', Overtaking)
  const { withSeason } = await import('../../src/worker/season')
  const heard: unknown[] = []
  withSeason(
    async (season, hear) => {
      heard.push(
        await season.plan(
          null as never,
          hear((said) => heard.push(said)),
        ),
      )
    },
    (sentence) => heard.push(sentence),
  )
  await new Promise((done) => setTimeout(done, 60))
  expect(heard).toEqual(['the answer'])
})

test('a worker answers only when all it said was heard', async () => {
  const exposed: Record<string, (...all: unknown[]) => Promise<unknown>>[] = []
  vi.doMock('comlink', () => ({ expose: (work: never) => exposed.push(work) }))
  await import('../../src/worker/season.worker')
  const order: string[] = []
  const slowly = async (): Promise<void> => {
    await new Promise((done) => setTimeout(done, 20))
    order.push('heard')
  }
  const [season] = exposed
  await season?.['plan']?.({ records: records(), pinned: [], from: [], seed: 1 }, slowly)
  order.push('answered')
  expect(order.at(-1)).toBe('answered')
  expect(order.length).toBeGreaterThan(1)
})
