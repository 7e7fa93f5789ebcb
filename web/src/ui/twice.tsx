import { useState } from 'react'
import { Button } from './button'

interface TwiceProps {
  /** On the first button, "Revoke…". */
  readonly ask: string
  /** On the one that does it, "Revoke it". */
  readonly yes: string
  readonly onYes: () => void
}

/** What cannot be taken back is done at the second press; the first asks, in the same place. */
export function Twice({ ask, yes, onYes }: TwiceProps) {
  const [asked, setAsked] = useState(false)
  if (!asked)
    return (
      <Button size="small" look="quiet" onClick={() => setAsked(true)}>
        {ask}
      </Button>
    )
  return (
    <span className="flex gap-2">
      <Button size="small" look="stop" onClick={onYes}>
        {yes}
      </Button>
      <Button size="small" onClick={() => setAsked(false)}>
        Save
      </Button>
    </span>
  )
}
