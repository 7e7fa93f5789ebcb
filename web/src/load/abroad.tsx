import type { Jar, JarWithTaker } from '@kelvit/contract'
import { saidFood } from '@kelvit/core'
import type { ReactNode } from 'react'
import { Link } from 'react-router'
import { plural } from '../household/words'
import { Button } from '../ui/button'
import { useNotify } from '../ui/notice'
import { Panel } from '../ui/panel'

export const isAbroad = (jar: Jar): boolean => jar.state === 'given' || jar.state === 'missing'

interface AbroadProps {
  readonly jars: readonly JarWithTaker[]
  /** What is wrong with them, as a sentence to whoever has them. */
  readonly why: string
}

/** Jars out of the house come first: whoever has them does not know. */
export function Abroad({ jars, why }: AbroadProps) {
  const given = jars.filter((j) => j.state === 'given')
  const missing = jars.filter((j) => j.state === 'missing')
  const foods = [...new Set(given.map((j) => saidFood(j.foodId)))].join(' and ')
  const say = `Please don’t eat the ${foods} I gave you (${given.map((j) => j.code).join(', ')}). ${why} Throw the jars out unopened, or bring them back.`
  return (
    <Panel rim="stop" label="Jars out of the house">
      <h2 className="mb-2">{given.length > 0 ? 'Call these people today' : 'Find these jars'}</h2>
      <ul className="flex flex-col gap-1">
        {given.map((j) => (
          <JarLine key={j.id} jar={j}>
            given away{j.to ? ` to ${j.to}` : ', nobody recorded to whom'}
          </JarLine>
        ))}
        {missing.map((j) => (
          <JarLine key={j.id} jar={j}>
            missing since the last count
          </JarLine>
        ))}
      </ul>
      {given.length > 0 && <Sentence text={say} />}
    </Panel>
  )
}

/** A sentence to send, ready to copy. */
function Sentence({ text }: { readonly text: string }) {
  const notify = useNotify()
  return (
    <div className="mt-3 border-t border-rim pt-3">
      <p className="mb-2 italic">“{text}”</p>
      <Button
        size="small"
        onClick={() => {
          // Over plain http a browser has no clipboard at all.
          const copied =
            'clipboard' in navigator
              ? navigator.clipboard.writeText(text)
              : Promise.reject(new Error('no clipboard'))
          void copied.then(
            () => notify.done('Message copied.'),
            () => notify.trouble('We can’t copy in this browser. Select the message and copy it.'),
          )
        }}
      >
        Copy message
      </Button>
    </div>
  )
}

/** One jar to be found, with what is known of where it is. */
export function JarLine({ jar, children }: { readonly jar: Jar; readonly children: ReactNode }) {
  return (
    <li>
      <span aria-hidden>☐ </span>
      <Link to={`/pantry/jar/${jar.id}`} className="font-mono text-kettle underline">
        {jar.code}
      </Link>{' '}
      {saidFood(jar.foodId)}, <strong>{children}</strong>
    </li>
  )
}

/** What is to be watched for where jars were eaten already. */
export function Eaten({ jars }: { readonly jars: number }) {
  if (jars === 0) return null
  return (
    <p className="mt-2 text-[15px]">
      {plural(jars, 'jar')} {jars === 1 ? 'was' : 'were'} eaten. At any sign of illness (blurred
      vision, trouble swallowing, weakness) see a doctor at once and say “home-canned food”.
    </p>
  )
}
