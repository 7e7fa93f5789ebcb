import type { ReactNode } from 'react'
import { ButtonLink } from '../../ui/button'
import { Page } from '../../ui/page'
import { Panel } from '../../ui/panel'

interface NotYetProps {
  readonly question: string
  readonly will: readonly string[]
  readonly meanwhile: { readonly to: string; readonly text: string }
  readonly children?: ReactNode
}

/** An honest page for a station that is not built yet. */
export function NotYet({ question, will, meanwhile, children }: NotYetProps) {
  return (
    <Page question={question} aside="not yet here">
      <Panel className="max-w-3xl">
        <h2 className="mb-3">This will be here</h2>
        <ul className="mb-5 list-disc space-y-1.5 pl-5 leading-relaxed">
          {will.map((w) => (
            <li key={w}>{w}</li>
          ))}
        </ul>
        {children}
        <p className="mb-3 text-ink-soft">
          It is not built yet, and nothing on this page pretends to work.
        </p>
        <ButtonLink to={meanwhile.to}>{meanwhile.text}</ButtonLink>
      </Panel>
    </Page>
  )
}
