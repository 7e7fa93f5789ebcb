import { Component, type ReactNode } from 'react'
import { sentenceOf } from '../sync/request'
import { ButtonLink } from './button'

/** A page of its own for what cannot be shown, with a way on. */
export const Sorry = ({ title, about }: { readonly title: string; readonly about: string }) => (
  <main className="mx-auto max-w-2xl px-6 py-16">
    <h1 className="mb-3">{title}</h1>
    <p className="mb-6 text-lg leading-relaxed">{about}</p>
    <ButtonLink look="main" to="/">
      Go to Today
    </ButtonLink>
  </main>
)

/** A word over the page, where what usually says it cannot be fetched. */
export const Loose = ({ children }: { readonly children: ReactNode }) => (
  <p role="status" className="fixed inset-x-4 bottom-20 z-50 bg-ink p-4 text-crock">
    {children}
  </p>
)

interface PartProps {
  /** Another place, another try. */
  readonly place?: string
  /** What is shown instead; the page that says sorry where it is left out. */
  readonly otherwise?: ReactNode
  readonly children: ReactNode
}

/** A part that breaks, or whose code cannot be fetched, takes nothing else with it: clocks and alarm go on. */
export class Part extends Component<PartProps, { readonly fault: unknown }> {
  override state = { fault: undefined }

  static getDerivedStateFromError(fault: unknown): { readonly fault: unknown } {
    return { fault: fault ?? new Error('unknown') }
  }

  override componentDidUpdate(before: PartProps): void {
    if (before.place !== this.props.place && this.state.fault !== undefined)
      this.setState({ fault: undefined })
  }

  override render(): ReactNode {
    const { fault } = this.state
    const { children, otherwise } = this.props
    if (fault === undefined) return children
    return otherwise === undefined ? (
      <Sorry title="We can’t show this page" about={sentenceOf(fault)} />
    ) : (
      otherwise
    )
  }
}
