import { useEffect, useState } from 'react'
import { setAlarmSettings, useAlarmSettings } from '../../alarm/settings'
import { canSound, sound, speak, voices } from '../../alarm/sound'
import { WhileLocked } from '../../alarm/locked'
import { useMute } from '../../alarm/use-alarm'
import { Button } from '../../ui/button'
import { ChoiceField } from '../../ui/field'
import { Sheet } from '../../ui/sheet'

const MUTE = 'Sound: tap once'

/** How this device makes itself heard at the stove; with a test of each. */
export function AlarmButton() {
  const [open, setOpen] = useState(false)
  const mute = useMute()
  const { volume } = useAlarmSettings()
  return (
    <>
      <Button look="quiet" onClick={() => setOpen(true)}>
        {/* As wide as it may get: the touch that unmutes it must not move what is touched. */}
        <span className="grid">
          <span className="col-start-1 row-start-1">
            {volume === 0 ? 'Sound is off' : mute ? MUTE : 'Sound'}
          </span>
          <span aria-hidden className="invisible col-start-1 row-start-1">
            {MUTE}
          </span>
        </span>
      </Button>
      {open && <AlarmSheet close={() => setOpen(false)} />}
    </>
  )
}

const check = 'flex min-h-11 items-center gap-3'

function AlarmSheet({ close }: { readonly close: () => void }) {
  const settings = useAlarmSettings()
  const list = useVoices()
  const [denied, setDenied] = useState(false)
  const askToNotify = (on: boolean): void => {
    if (!on || typeof Notification === 'undefined') {
      setAlarmSettings({ notify: false })
      return
    }
    void Notification.requestPermission().then((answer) => {
      setAlarmSettings({ notify: answer === 'granted' })
      setDenied(answer !== 'granted')
    })
  }
  return (
    <Sheet
      open
      onOpenChange={(o) => !o && close()}
      title="How this device calls"
      about="When something is due at the stove, the alarm repeats until somebody does it or turns it off on any device."
    >
      <div className="flex flex-col gap-3">
        <label className="flex flex-col gap-1 font-semibold">
          Volume
          <input
            type="range"
            min={0}
            max={1}
            step={0.05}
            value={settings.volume}
            onChange={(e) => setAlarmSettings({ volume: Number(e.target.value) })}
            className="h-11 accent-kettle"
          />
        </label>
        <div className="flex flex-wrap gap-2">
          <Button size="small" onClick={() => sound('look')}>
            Hear “look”
          </Button>
          <Button size="small" onClick={() => sound('done')}>
            Hear “the time is over”
          </Button>
          <Button size="small" onClick={() => sound('heat-down')}>
            Hear “heat down at once”
          </Button>
        </div>
        {!canSound() && (
          <p role="alert" className="text-squash">
            Tap once to turn the alarm on.
          </p>
        )}
        <label className={check}>
          <input
            type="checkbox"
            className="size-6 shrink-0 accent-kettle"
            checked={settings.speak}
            disabled={list.length === 0}
            onChange={(e) => setAlarmSettings({ speak: e.target.checked })}
          />
          Read the message aloud
        </label>
        {list.length === 0 && <p className="text-[15px] text-ink-soft">This device can’t speak.</p>}
        {settings.speak && list.length > 0 && (
          <div className="flex flex-wrap items-end gap-3">
            <ChoiceField
              label="Voice"
              choices={[
                ['', 'Default voice'] as const,
                ...list.map((v) => [v.name, `${v.name} (${v.lang})`] as const),
              ]}
              value={settings.voice}
              onChange={(e) => setAlarmSettings({ voice: e.target.value })}
            />
            <Button size="small" onClick={() => speak('Read the gauge.')}>
              Play it
            </Button>
          </div>
        )}
        <label className={check}>
          <input
            type="checkbox"
            className="size-6 shrink-0 accent-kettle"
            checked={settings.vibrate}
            onChange={(e) => setAlarmSettings({ vibrate: e.target.checked })}
          />
          Vibrate if the device can
        </label>
        <label className={check}>
          <input
            type="checkbox"
            className="size-6 shrink-0 accent-kettle"
            checked={settings.notify}
            onChange={(e) => askToNotify(e.target.checked)}
          />
          Show a notification while Kelvit is in the background
        </label>
        <WhileLocked />
        {denied && (
          <p role="alert" className="text-[15px] text-squash">
            The browser blocks notifications. You can change that in its settings.
          </p>
        )}
      </div>
    </Sheet>
  )
}

/** Voices come late in some browsers. */
function useVoices(): readonly SpeechSynthesisVoice[] {
  const [list, setList] = useState(voices)
  useEffect(() => {
    if (typeof speechSynthesis === 'undefined') return
    const look = (): void => setList(voices())
    speechSynthesis.addEventListener('voiceschanged', look)
    return () => speechSynthesis.removeEventListener('voiceschanged', look)
  }, [])
  return list
}
