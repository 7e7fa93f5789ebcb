import type { PromptKind } from '@kelvit/core'
import { alarmSettings } from './settings'

/** Tones of one call: hertz, seconds from its beginning, length. */
type Call = readonly (readonly [hertz: number, at: number, length: number])[]

const times = (n: number, every: number, hertz: number, length: number): Call =>
  Array.from({ length: n }, (_, i) => [hertz, i * every, length] as const)

/**
 * A call of its own for what is dangerous, for a look, for a time that is over and for
 * what waits: told apart from the next room, by rhythm as much as by pitch.
 */
const CALLS: Readonly<Record<'danger' | 'look' | 'over' | 'wait', Call>> = {
  danger: times(8, 0.18, 988, 0.14),
  look: [
    [660, 0, 0.22],
    [660, 0.45, 0.22],
  ],
  over: [
    [523, 0, 0.25],
    [659, 0.3, 0.25],
    [784, 0.6, 0.5],
  ],
  wait: [[392, 0, 0.7]],
}

const CALL_OF: Readonly<Record<PromptKind, keyof typeof CALLS>> = {
  'heat-down': 'danger',
  'vent-again': 'danger',
  ease: 'look',
  watched: 'look',
  look: 'look',
  done: 'over',
  'jars-waiting': 'wait',
  'no-steam': 'wait',
  'slow-climb': 'wait',
  'cooling-long': 'wait',
  'check-seals': 'wait',
}

/** Whether the browser lets a page sound: not before somebody has touched it. */
export const canSound = (): boolean =>
  typeof AudioContext !== 'undefined' && (navigator.userActivation?.hasBeenActive ?? true)

let audio: AudioContext | undefined

/** Sounds the call of a prompt at the chosen volume. */
export const sound = (kind: PromptKind): void =>
  play(CALLS[CALL_OF[kind]], { type: 'triangle', share: 0.6, rise: 0.02 })

/** One rock of a weight: two dull strokes of metal. */
const ROCK: Call = [
  [1870, 0, 0.05],
  [1520, 0.11, 0.06],
]

/** A weight that rocks once, much softer than a call. */
export const rock = (): void => play(ROCK, { type: 'square', share: 0.06, rise: 0.004 })

interface Voice {
  readonly type: OscillatorType
  /** Of the chosen volume. */
  readonly share: number
  /** Until it is at its loudest, s. */
  readonly rise: number
}

function play(call: Call, { type, share, rise }: Voice): void {
  const { volume } = alarmSettings()
  if (volume <= 0 || !canSound()) return
  audio ??= new AudioContext()
  void audio.resume()
  const start = audio.currentTime + 0.03
  for (const [hertz, at, length] of call) {
    const tone = audio.createOscillator()
    const loudness = audio.createGain()
    tone.type = type
    tone.frequency.value = hertz
    loudness.gain.setValueAtTime(0.0001, start + at)
    loudness.gain.exponentialRampToValueAtTime(Math.max(0.001, volume * share), start + at + rise)
    loudness.gain.exponentialRampToValueAtTime(0.0001, start + at + length)
    tone.connect(loudness).connect(audio.destination)
    tone.start(start + at)
    tone.stop(start + at + length + 0.05)
  }
}

/** Voices of this device, when it has any. */
export const voices = (): readonly SpeechSynthesisVoice[] =>
  typeof speechSynthesis === 'undefined' ? [] : speechSynthesis.getVoices()

/** Says a sentence aloud; without a voice nothing happens. */
export function speak(sentence: string): void {
  if (typeof speechSynthesis === 'undefined') return
  const said = new SpeechSynthesisUtterance(sentence)
  const { voice, volume } = alarmSettings()
  const chosen = voices().find((v) => v.name === voice)
  if (chosen) said.voice = chosen
  said.volume = volume
  speechSynthesis.speak(said)
}
