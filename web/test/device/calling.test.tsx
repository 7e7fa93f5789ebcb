// @vitest-environment jsdom
// What a device does when something is due at the stove: sound, voice, title; again until it is heard.
import 'fake-indexeddb/auto'
import type { LoadWithEvents } from '@kelvit/contract'
import { act, cleanup, fireEvent, render, screen } from '@testing-library/react'
import { beforeEach, describe, expect, test, vi } from 'vitest'
import { alarmSettings, setAlarmSettings } from '../../src/alarm/settings'
import { sound } from '../../src/alarm/sound'
import { useAlarm, useMute } from '../../src/alarm/use-alarm'
import { useWorse } from '../../src/alarm/use-worse'
import { setPageTitle } from '../../src/ui/title'
import { useRocking } from '../../src/station/practice/use-rocking'
import { AlarmButton } from '../../src/station/stove/alarm-sheet'
import { asLoad, MIN, START, TO_PROCESS, type Fact } from '../evening'
import { canner, load } from '../kit'
import { show, stage } from '../show'

/** Tones that were started, hertz; the audio itself is the platform's. */
const tones: number[] = []
const spoken: { text: string; volume: number }[] = []
class Tone {
  type = ''
  frequency = { value: 0 }
  connect<T>(to: T): T {
    return to
  }
  start() {
    tones.push(this.frequency.value)
  }
  stop() {}
}
class Loudness {
  gain = { setValueAtTime() {}, exponentialRampToValueAtTime() {} }
  connect<T>(to: T): T {
    return to
  }
}
class Audio {
  currentTime = 0
  destination = {}
  resume() {
    return Promise.resolve()
  }
  createOscillator() {
    return new Tone()
  }
  createGain() {
    return new Loudness()
  }
}

stage()
beforeEach(() => {
  tones.length = 0
  spoken.length = 0
  vi.stubGlobal('AudioContext', Audio)
  vi.stubGlobal(
    'SpeechSynthesisUtterance',
    class {
      volume = 1
      voice = null
      constructor(readonly text: string) {}
    },
  )
  vi.stubGlobal('speechSynthesis', {
    getVoices: () => [{ name: 'Kitchen', lang: 'en-US' }],
    speak: (said: { text: string; volume: number }) => spoken.push(said),
    addEventListener() {},
    removeEventListener() {},
  })
  Object.defineProperty(navigator, 'userActivation', {
    value: { hasBeenActive: true },
    configurable: true,
  })
  document.head.innerHTML = '<link rel="icon" href="/jar.svg" />'
  setPageTitle('What is on the stove? · Kelvit')
  setAlarmSettings({ volume: 0.7, speak: false, vibrate: false, notify: false })
})

/** A dial load that processes since minute 40, with more said after it. */
const running = (...more: readonly Fact[]): LoadWithEvents => asLoad([...TO_PROCESS, ...more])

function Ear() {
  useAlarm()
  return null
}
const listen = (one: LoadWithEvents, minute: number) => {
  vi.useFakeTimers({ now: START + minute * MIN })
  return show(<Ear />, { lists: { loads: [one], canners: [canner({ name: 'Tall canner' })] } })
}
const pass = (ms: number): void => act(() => void vi.advanceTimersByTime(ms))

describe('something is due', () => {
  test('nothing is: nothing sounds, and the title is the page’s', () => {
    listen(running(), 45)
    pass(60_000)
    expect(tones).toEqual([])
    expect(document.title).toBe('What is on the stove? · Kelvit')
  })
  test('a look is: it calls, and again every twenty seconds until the gauge was read', () => {
    const { client } = listen(running(), 50)
    expect(tones).toEqual([660, 660])
    expect(document.title).toBe('● Small canner: Read the gauge.'.replace('Small', 'Tall'))
    // A page that opens meanwhile does not speak over it.
    setPageTitle('What is on the shelf? · Kelvit')
    expect(document.title).toBe('● Tall canner: Read the gauge.')
    setPageTitle('What is on the stove? · Kelvit')
    expect(document.querySelector<HTMLLinkElement>('link[rel="icon"]')?.href).toMatch(/calling/)
    pass(20_000)
    pass(20_000)
    expect(tones).toHaveLength(6)
    act(() => void client.setQueryData(['loads'], [running([50.7, 'reading', 12])]))
    pass(1000)
    expect(document.title).toBe('What is on the stove? · Kelvit')
    pass(60_000)
    expect(tones).toHaveLength(6)
  })
  test('heard on another device: quiet here, too', () => {
    const { client } = listen(running(), 50)
    act(() => void client.setQueryData(['loads'], [running([50.1, 'prompt-heard', 'look'])]))
    pass(1000)
    pass(60_000)
    expect(tones).toHaveLength(2)
  })
  test('danger is told apart from a look, and comes before it', () => {
    listen(running([41, 'reading', 19]), 52)
    expect(new Set(tones)).toEqual(new Set([988]))
    expect(document.title).toBe('● Tall canner: Turn the heat down now. Stay away from the lid.')
  })
  test('the sentence is said aloud where that was chosen, as loud as was chosen', () => {
    setAlarmSettings({ speak: true, volume: 0.4 })
    listen(running(), 50)
    expect(spoken.map((s) => [s.text, s.volume])).toEqual([['Tall canner: Read the gauge.', 0.4]])
  })
  test('at no volume nothing sounds, but it is still seen', () => {
    setAlarmSettings({ volume: 0 })
    listen(running(), 50)
    expect(tones).toEqual([])
    expect(document.title).toContain('Read the gauge')
  })
  test('a weight is heard while it rocks: slowly when it just does, quickly when it is driven', () => {
    vi.useFakeTimers()
    function Weight({ rocking, steam }: { readonly rocking: boolean; readonly steam: number }) {
      useRocking(rocking, steam)
      return null
    }
    const heard = (rocking: boolean, steam: number): number => {
      tones.length = 0
      const { unmount } = render(<Weight rocking={rocking} steam={steam} />)
      act(() => void vi.advanceTimersByTime(9000))
      unmount()
      const n = tones.length
      act(() => void vi.advanceTimersByTime(9000))
      // Taken away, it is silent.
      expect(tones).toHaveLength(n)
      return n
    }
    expect(heard(false, 0.0005)).toBe(0)
    const [just, wild] = [heard(true, 0.00005), heard(true, 0.002)]
    expect(just).toBeGreaterThan(10)
    expect(wild).toBeGreaterThan(2 * just)
    setAlarmSettings({ volume: 0 })
    expect(heard(true, 0.0005)).toBe(0)
  })
  test('a page nobody has touched cannot sound and does not try', () => {
    Object.defineProperty(navigator, 'userActivation', {
      value: { hasBeenActive: false },
      configurable: true,
    })
    sound('look')
    expect(tones).toEqual([])
  })
  test('in the background it notifies, if that was allowed', () => {
    const shown: string[] = []
    const notify = function (_title: string, { body }: { body: string }) {
      shown.push(body)
    }
    vi.stubGlobal('Notification', Object.assign(notify, { permission: 'granted' }))
    Object.defineProperty(document, 'hidden', { value: true, configurable: true })
    setAlarmSettings({ notify: true })
    listen(running(), 50)
    expect(shown).toEqual(['Tall canner: Read the gauge.'])
    Object.defineProperty(document, 'hidden', { value: false, configurable: true })
    pass(20_000)
    expect(shown).toHaveLength(1)
  })
  test('a browser that refuses to show one is no end of the stove; a worker shows it where there is one', async () => {
    const refusing = function () {
      throw new TypeError('Illegal constructor')
    }
    vi.stubGlobal('Notification', Object.assign(refusing, { permission: 'granted' }))
    Object.defineProperty(document, 'hidden', { value: true, configurable: true })
    setAlarmSettings({ notify: true })
    expect(() => listen(running(), 50)).not.toThrow()
    const showNotification = vi.fn(() => Promise.resolve())
    Object.defineProperty(navigator, 'serviceWorker', { value: { getRegistration: () => Promise.resolve({ showNotification }) }, configurable: true }) // prettier-ignore
    pass(20_000)
    await vi.waitFor(() => expect(showNotification).toHaveBeenCalledWith('Kelvit', expect.objectContaining({ body: 'Tall canner: Read the gauge.' }))) // prettier-ignore
    Reflect.deleteProperty(navigator, 'serviceWorker')
    Object.defineProperty(document, 'hidden', { value: false, configurable: true })
  })
  test('the screen stays awake while a load runs, and no longer', async () => {
    const released = vi.fn(() => Promise.resolve())
    const request = vi.fn(() => Promise.resolve({ release: released }))
    Object.defineProperty(navigator, 'wakeLock', { value: { request }, configurable: true })
    const { client } = listen(running(), 45)
    expect(request).toHaveBeenCalledTimes(1)
    await act(async () => {
      await Promise.resolve()
      client.setQueryData(['loads'], [{ ...running(), stage: 'checked' }])
    })
    pass(1000)
    expect(released).toHaveBeenCalled()
    Reflect.deleteProperty(navigator, 'wakeLock')
  })
})

describe('a judgement that became worse', () => {
  function Told() {
    useWorse()
    return null
  }
  test('is told on the page that happens to be open, once', async () => {
    const good = load({ judgement: { verdict: 'as-tested', reasons: [] } })
    const { client } = show(<Told />, { lists: { loads: [good] } })
    expect(screen.queryByText(/Batch/)).toBeNull()
    const reasons = [{ code: 'left-overnight', sentence: 'The jars were left.' }] as const
    const bad = load({ judgement: { verdict: 'in-doubt', reasons } })
    act(() => void client.setQueryData(['loads'], [bad]))
    expect(
      await screen.findAllByText('Batch ABCD is in doubt. Set its jars aside. The jars were left.'),
    ).toHaveLength(1)
    act(() => void client.setQueryData(['loads'], [{ ...bad }]))
    expect(screen.getAllByText(/Batch ABCD/)).toHaveLength(1)
  })
})

describe('how a device calls', () => {
  const open = (): void => {
    show(<AlarmButton />)
    fireEvent.click(screen.getByRole('button', { name: /^Sound/ }))
  }
  test('is tried and set in one place', () => {
    open()
    fireEvent.click(screen.getByRole('button', { name: 'Hear “heat down at once”' }))
    expect(tones.length).toBeGreaterThan(4)
    fireEvent.change(screen.getByLabelText('Volume'), { target: { value: '0.2' } })
    expect(alarmSettings().volume).toBe(0.2)
    fireEvent.click(screen.getByLabelText('Read the message aloud'))
    fireEvent.change(screen.getByLabelText('Voice'), { target: { value: 'Kitchen' } })
    fireEvent.click(screen.getByRole('button', { name: 'Play it' }))
    expect(spoken[0]).toMatchObject({
      text: 'Read the gauge.',
      volume: 0.2,
      voice: { name: 'Kitchen' },
    })
    fireEvent.click(screen.getByLabelText('Vibrate if the device can'))
    expect(alarmSettings()).toMatchObject({ speak: true, voice: 'Kitchen', vibrate: true })
  })
  test('a browser that refuses notifications is believed, and said so', async () => {
    vi.stubGlobal('Notification', { requestPermission: () => Promise.resolve('denied') })
    open()
    await act(async () => {
      fireEvent.click(screen.getByLabelText(/Show a notification/))
      await Promise.resolve()
    })
    expect(alarmSettings().notify).toBe(false)
    expect(screen.getByText(/browser blocks notifications/)).toBeTruthy()
  })
  test('a device without a voice does not offer one', () => {
    vi.stubGlobal('speechSynthesis', undefined)
    open()
    expect(screen.getByText('This device can’t speak.')).toBeTruthy()
    expect(screen.getByLabelText<HTMLInputElement>('Read the message aloud').disabled).toBe(true)
  })
  test('is known to be mute until somebody touches the page', () => {
    Object.defineProperty(navigator, 'userActivation', {
      value: { hasBeenActive: false },
      configurable: true,
    })
    const Mute = () => <p>{useMute() ? 'mute' : 'heard'}</p>
    show(<Mute />)
    expect(screen.getByText('mute')).toBeTruthy()
    Object.defineProperty(navigator, 'userActivation', {
      value: { hasBeenActive: true },
      configurable: true,
    })
    fireEvent.pointerUp(window)
    expect(screen.getByText('heard')).toBeTruthy()
    cleanup()
  })
})
