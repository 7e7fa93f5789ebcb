import { useState } from 'react'
import { useAlarmSettings } from '../../alarm/settings'
import { useMute } from '../../alarm/use-alarm'

/**
 * A browser sounds for nobody who has not touched the page: said while something runs. Its room
 * stays when it is gone: the touch that ends it would else move the page under the finger.
 */
export function Mute() {
  const mute = useMute()
  const { volume } = useAlarmSettings()
  const shows = mute && volume > 0
  const [shown, setShown] = useState(shows)
  if (shows && !shown) setShown(true)
  if (!shows && !shown) return null
  return (
    <p role="status" className={`no-print mb-3 font-semibold ${shows ? '' : 'invisible'}`}>
      Tap once to turn the alarm on.
    </p>
  )
}
