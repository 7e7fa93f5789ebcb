import type { ButtonHTMLAttributes, ReactNode } from 'react'
import { Link } from 'react-router'
import { cx } from './cx'

type Look = 'main' | 'plain' | 'quiet' | 'stop'
type Size = 'normal' | 'small' | 'stove'

const LOOKS: Readonly<Record<Look, string>> = {
  main: 'bg-kettle text-on-kettle border-kettle hover:bg-kettle-deep',
  plain: 'bg-crock text-kettle border-kettle hover:bg-kettle/10',
  quiet: 'border-transparent text-kettle hover:bg-kettle/10',
  stop: 'bg-crock text-beet border-beet hover:bg-beet/10',
}
const SIZES: Readonly<Record<Size, string>> = {
  normal: 'min-h-11 px-4.5 text-base',
  small: 'min-h-11 px-3.5 text-[15px]',
  stove: 'min-h-16 px-6 text-xl',
}
const BASE =
  'inline-flex items-center justify-center gap-2 rounded-md border-[1.5px] font-semibold transition-colors disabled:opacity-45 no-underline select-none'

const classes = (look: Look, size: Size, more?: string): string =>
  cx(BASE, LOOKS[look], SIZES[size], more)

interface ButtonProps extends ButtonHTMLAttributes<HTMLButtonElement> {
  readonly look?: Look
  readonly size?: Size
}

export function Button({
  look = 'plain',
  size = 'normal',
  className,
  type = 'button',
  ...rest
}: ButtonProps) {
  return <button type={type} className={classes(look, size, className)} {...rest} />
}

interface ButtonLinkProps {
  readonly to: string
  readonly look?: Look
  readonly size?: Size
  readonly className?: string
  readonly children: ReactNode
}

export function ButtonLink({
  look = 'plain',
  size = 'normal',
  className,
  ...rest
}: ButtonLinkProps) {
  return <Link className={classes(look, size, className)} {...rest} />
}
