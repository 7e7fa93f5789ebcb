import { useEffect, useRef } from 'react'

const TONES = [660, 880, 660] as const

/** Three short tones. Browsers stay silent until somebody has touched the page. */
function ring(): void {
  const audio = new AudioContext()
  TONES.forEach((hertz, i) => {
    const tone = audio.createOscillator()
    const loudness = audio.createGain()
    tone.frequency.value = hertz
    loudness.gain.setValueAtTime(0.25, audio.currentTime + i * 0.35)
    loudness.gain.exponentialRampToValueAtTime(0.001, audio.currentTime + i * 0.35 + 0.3)
    tone.connect(loudness).connect(audio.destination)
    tone.start(audio.currentTime + i * 0.35)
    tone.stop(audio.currentTime + i * 0.35 + 0.32)
  })
  window.setTimeout(() => void audio.close(), 2000)
}

const AGAIN_MS = 60_000

/** Sounds when something becomes due, and every minute while it stays due. */
export function useChime(due: boolean): void {
  const heard = useRef(false)
  useEffect(() => {
    if (!due) {
      heard.current = false
      return
    }
    const sound = (): void => {
      if (navigator.userActivation?.hasBeenActive) ring()
    }
    if (!heard.current) sound()
    heard.current = true
    const timer = window.setInterval(sound, AGAIN_MS)
    return () => window.clearInterval(timer)
  }, [due])
}
