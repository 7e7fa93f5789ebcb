import { type WhatIf } from '@kelvit/core'
import { useEffect, useState } from 'react'
import { useNavigate } from 'react-router'
import { useSeason, type SeasonView } from '../../../household/season'
import { useHousehold } from '../../../household/session'
import { ButtonLink } from '../../../ui/button'
import { Page as Sheet } from '../../../ui/page'
import { Skeleton, Trouble } from '../../../ui/states'
import type { Supposition } from '../../../worker/messages'
import { withSeason } from '../../../worker/season'
import { AskForm } from './ask-form'
import { useAccept } from './use-accept'
import { WhatIfAnswers } from './answers'

/** What if something were different? */
export function Page() {
  const { view, broken } = useSeason()
  return (
    <Sheet
      question="What if…?"
      aside="We try it on a copy. Your plan doesn’t change until you use an answer."
      actions={<ButtonLink to="/season">Back to the season</ButtonLink>}
    >
      {broken && <Trouble error={broken.error} retry={() => void broken.refetch()} />}
      {!broken && !view && <Skeleton />}
      {view && <WhatIfs view={view} />}
    </Sheet>
  )
}

/** The questions to begin with: those most households ask. */
const FIRST_ASKS: readonly WhatIf[] = [{ kind: 'canner', classId: 'large' }, { kind: 'helper' }]

function WhatIfs({ view }: { readonly view: SeasonView }) {
  const { may } = useHousehold()
  const [asks, setAsks] = useState<readonly WhatIf[]>(FIRST_ASKS)
  const { answers, running, failed } = useAnswers(view, asks)
  const accept = useAccept(view)
  const navigate = useNavigate()
  const take = (answer: Supposition): void =>
    void accept.take(answer).then((ok) => ok && navigate('/season'))
  return (
    <>
      <AskForm view={view} asks={asks} setAsks={setAsks} />
      {failed && <Trouble error={new Error(failed)} retry={() => setAsks([...asks])} />}
      <WhatIfAnswers
        view={view}
        asks={asks}
        answers={answers}
        running={running}
        drop={(ask) => setAsks(asks.filter((a) => a !== ask))}
        take={may('keeper') ? take : undefined}
        taking={accept.taking}
      />
    </>
  )
}

const keyOf = (ask: WhatIf | null): string => JSON.stringify(ask)

/** Answers to the questions, worked out in a worker; all of them anew when a question is added, so that they agree. */
function useAnswers(view: SeasonView, asks: readonly WhatIf[]) {
  const [answers, setAnswers] = useState<readonly Supposition[]>([])
  const [running, setRunning] = useState(false)
  const [failed, setFailed] = useState<string>()
  const records = JSON.stringify([view.records, view.plan.loads.filter((l) => l.pinned)])
  useEffect(() => {
    const [facts, pinned] = JSON.parse(records) as [
      SeasonView['records'],
      SeasonView['plan']['loads'],
    ]
    setFailed(undefined)
    setRunning(true)
    const hear = (answer: Supposition): void =>
      setAnswers((all) => [...all.filter((a) => keyOf(a.ask) !== keyOf(answer.ask)), answer])
    return withSeason(
      async (season, heard) => {
        await season.whatIf({ records: facts, pinned, asks }, heard(hear))
        setRunning(false)
      },
      (sentence) => {
        setRunning(false)
        setFailed(sentence)
      },
    )
  }, [records, asks])
  return { answers, running, failed }
}
