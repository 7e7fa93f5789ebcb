import { Fragment } from 'react'

/** A clock's figures with its colons drawn close. */
export function ClockText({ text }: { readonly text: string }) {
  return text.split(':').map((part, i) => (
    <Fragment key={i}>
      {i > 0 && <span className="mx-[0.02em]">:</span>}
      {part}
    </Fragment>
  ))
}
