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
  const typed = useRef<HTMLDivElement>(null)
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
      <div className="mx-auto flex w-full max-w-xl flex-col gap-5">
        <Panel label="Scan its label" className="p-0">
          {/* Where there is no camera, the code is typed. */}
          <Camera seen={go} none={() => typed.current?.querySelector('input')?.focus()} />
        </Panel>
        <Panel label="Type its code">
          <div ref={typed}>
            <Typed go={go} wrong={wrong} />
          </div>
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
      className="flex flex-wrap items-end gap-3"
      onSubmit={(e) => {
        e.preventDefault()
        go(code)
      }}
    >
      <TextField
        label="Or type its short code"
        help="Such as KR4T-3, beside the square."
        className="min-w-52 flex-1"
        value={code}
        autoCapitalize="characters"
        autoComplete="off"
        spellCheck={false}
        onChange={(e) => setCode(e.target.value)}
      />
      <Button look="main" type="submit" className="mb-6" disabled={code.trim() === ''}>
        Find it
      </Button>
      <div className="w-full">
        <Refusal of={wrong} />
      </div>
    </form>
  )
}

type Looking = 'off' | 'asking' | 'on'

/** The camera looks as soon as the page opens, until a code of ours is in sight. */
function Camera({
  seen,
  none,
}: {
  readonly seen: (text: string) => boolean
  readonly none: () => void
}) {
  const video = useRef<HTMLVideoElement>(null)
  const [looking, setLooking] = useState<Looking>('asking')
  const [trouble, setTrouble] = useState<string>()
  const found = useRef(seen)
  found.current = seen
  const without = useRef(none)
  without.current = none
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
        without.current()
      })
    return () => {
      left = true
      window.clearTimeout(timer)
      reader.close()
      if (stream) stopAll(stream)
    }
  }, [wanted])
  return (
    <div>
      <div className="relative aspect-[16/9] overflow-hidden rounded-t-[5px] bg-[#1d292c] max-sm:aspect-square">
        <video
          ref={video}
          playsInline
          muted
          aria-label="What the camera sees"
          className={looking === 'on' ? 'size-full object-cover' : 'hidden'}
        />
        {looking !== 'on' && <DrawnLabel />}
        <Corners />
        {looking === 'asking' && (
          <p role="status" className="absolute inset-x-0 bottom-3 text-center text-[#ece7db]">
            Waiting for the camera…
          </p>
        )}
      </div>
      <div className="flex flex-wrap items-center justify-between gap-3 p-4">
        <p className="flex-1 text-[15px]">
          {trouble ?? 'Hold the label’s square in the frame. The picture stays on this device.'}
        </p>
        {looking === 'off' ? (
          <Button
            onClick={() => {
              setTrouble(undefined)
              setLooking('asking')
            }}
          >
            Use the camera
          </Button>
        ) : (
          <Button look="quiet" onClick={() => setLooking('off')}>
            Stop
          </Button>
        )}
      </div>
    </div>
  )
}

/** Where the square belongs in the picture. */
const Corners = () => (
  <svg viewBox="0 0 100 100" aria-hidden className="absolute inset-0 m-auto h-3/5 w-auto">
    {[0, 90, 180, 270].map((turn) => (
      <path
        key={turn}
        d="M4 26 V10 Q4 4 10 4 H26"
        fill="none"
        stroke="#E0A94A"
        strokeWidth={3.5}
        strokeLinecap="round"
        transform={`rotate(${turn} 50 50)`}
      />
    ))}
  </svg>
)

/** Dark fields of the drawn square, none that a reader takes for a code. */
const FIELDS = '1110111 1010101 1110111 0001000 1011011 1101001 1110110'.split(' ')

/** A jar’s label as it is printed: where its square and its code are. */
const DrawnLabel = () => (
  <svg
    viewBox="0 0 200 150"
    aria-hidden
    className="absolute inset-0 m-auto h-4/5 w-auto opacity-80"
  >
    <path
      d="M62 22 h76 q16 12 16 30 V136 q0 8 -8 8 H54 q-8 0 -8 -8 V52 q0 -18 16 -30 z"
      fill="#7f9a48"
      opacity={0.5}
    />
    <rect x={60} y={10} width={80} height={14} rx={3} fill="#8d8678" />
    <rect x={62} y={56} width={76} height={66} rx={3} fill="#fffdf8" />
    {FIELDS.map((row, y) =>
      [...row].map((on, x) =>
        on === '1' ? (
          <rect
            key={`${x} ${y}`}
            x={83 + x * 5}
            y={61 + y * 5}
            width={5}
            height={5}
            fill="#1d292c"
          />
        ) : null,
      ),
    )}
    <text x={100} y={113} textAnchor="middle" fontSize={12} fontWeight={700} fill="#1d292c">
      KR4T-3
    </text>
  </svg>
)

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
