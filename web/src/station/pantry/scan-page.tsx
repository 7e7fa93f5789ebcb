import { readCode, type ScannedCode } from '@kelvit/core'
import { useEffect, useRef, useState } from 'react'
import { useNavigate } from 'react-router'
import { useHousehold } from '../../household/session'
import { openReader } from '../../worker/scan'
import { Button, ButtonLink } from '../../ui/button'
import { TextField } from '../../ui/field'
import { Page as Sheet } from '../../ui/page'
import { Panel } from '../../ui/panel'
import { Refusal } from '../../ui/states'

const LOOK_MS = 180

const SENTENCES: Readonly<Record<'other-household' | 'unreadable', string>> = {
  'other-household': 'This label belongs to another household.',
  unreadable:
    'That isn’t a jar’s code. A short code looks like KR4T-3. If the label is torn, type the code.',
}

/** Which jar is in the hand: by the phone's camera, or by typing its short code. */
export function Page() {
  const { household } = useHousehold()
  const navigate = useNavigate()
  const [wrong, setWrong] = useState<string>()
  const go = (text: string): boolean => {
    const read: ScannedCode = readCode(text, household.id)
    if (read.kind === 'jar' || read.kind === 'batch') {
      void navigate(`/j/${read.code}`)
      return true
    }
    setWrong(SENTENCES[read.kind])
    return false
  }
  return (
    <Sheet
      question="Which jar is in your hand?"
      actions={<ButtonLink to="/pantry">Back to the shelf</ButtonLink>}
    >
      <div className="grid grid-cols-[minmax(0,1fr)] items-start gap-5 lg:grid-cols-2">
        <Panel label="Type its code">
          <Typed go={go} wrong={wrong} />
        </Panel>
        <Panel label="Scan its label">
          <Camera seen={go} />
        </Panel>
      </div>
    </Sheet>
  )
}

function Typed({
  go,
  wrong,
}: {
  readonly go: (text: string) => boolean
  readonly wrong: string | undefined
}) {
  const [code, setCode] = useState('')
  return (
    <form
      className="flex flex-col items-start gap-3"
      onSubmit={(e) => {
        e.preventDefault()
        go(code)
      }}
    >
      <TextField
        label="Its short code"
        help="It’s on the label beside the square, such as KR4T-3."
        className="w-full max-w-xs"
        value={code}
        autoFocus
        autoCapitalize="characters"
        autoComplete="off"
        spellCheck={false}
        onChange={(e) => setCode(e.target.value)}
      />
      <Refusal of={wrong} />
      <Button look="main" type="submit" disabled={code.trim() === ''}>
        Find it
      </Button>
    </form>
  )
}

type Looking = 'off' | 'asking' | 'on'

/** The camera looks until a code of ours is in sight. It is asked for only when somebody presses. */
function Camera({ seen }: { readonly seen: (text: string) => boolean }) {
  const video = useRef<HTMLVideoElement>(null)
  const [looking, setLooking] = useState<Looking>('off')
  const [trouble, setTrouble] = useState<string>()
  const found = useRef(seen)
  found.current = seen
  const wanted = looking !== 'off'
  useEffect(() => {
    if (!wanted) return
    let stream: MediaStream | undefined
    let timer: number | undefined
    let left = false
    let last = ''
    const reader = openReader()
    const look = async (): Promise<void> => {
      const text = video.current
        ? await reader.read(video.current).catch(() => undefined)
        : undefined
      if (left) return
      // The same wrong label is told once, not five times a second.
      if (text !== undefined && text !== last) {
        last = text
        if (found.current(text)) return setLooking('off')
      }
      timer = window.setTimeout(() => void look(), LOOK_MS)
    }
    void openCamera()
      .then(async (opened) => {
        stream = opened
        if (left || !video.current) return stopAll(opened)
        video.current.srcObject = opened
        await video.current.play()
        setLooking('on')
        void look()
      })
      .catch((error: unknown) => {
        setTrouble(cameraTrouble(error))
        setLooking('off')
      })
    return () => {
      left = true
      window.clearTimeout(timer)
      reader.close()
      if (stream) stopAll(stream)
    }
  }, [wanted])
  return (
    <div className="flex flex-col items-start gap-3">
      <video
        ref={video}
        playsInline
        muted
        aria-label="What the camera sees"
        className={looking === 'on' ? 'w-full max-w-md rounded-md bg-black' : 'hidden'}
      />
      {looking === 'off' && (
        <>
          <p className="leading-relaxed">
            Hold the label’s square in the picture, about a hand away. The picture stays on this
            device.
          </p>
          <Button
            onClick={() => {
              setTrouble(undefined)
              setLooking('asking')
            }}
          >
            Use the camera
          </Button>
        </>
      )}
      {looking === 'asking' && <p role="status">Waiting for the camera…</p>}
      {looking === 'on' && <Button onClick={() => setLooking('off')}>Stop</Button>}
      <Refusal of={trouble} />
    </div>
  )
}

const openCamera = (): Promise<MediaStream> =>
  'mediaDevices' in navigator
    ? navigator.mediaDevices.getUserMedia({ video: { facingMode: 'environment' } })
    : Promise.reject(new Error('no camera here'))

const stopAll = (stream: MediaStream): void => stream.getTracks().forEach((t) => t.stop())

function cameraTrouble(error: unknown): string {
  const name = error instanceof DOMException ? error.name : ''
  if (name === 'NotAllowedError')
    return 'The browser blocks the camera. Allow it in the address bar, or type the code.'
  if (!window.isSecureContext)
    return 'The camera only works at an https address. Type the code instead.'
  return 'We can’t find a camera. Type the code instead.'
}
