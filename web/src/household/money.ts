import { useMemo } from 'react'
import { useHousehold } from './session'

/** Amounts in the household's currency, "$1.43"; whole ones without the small coin where asked. */
export function useMoney(): (amount: number, whole?: boolean) => string {
  const { currency } = useHousehold().household
  return useMemo(() => {
    const exact = new Intl.NumberFormat('en-US', { style: 'currency', currency })
    const round = new Intl.NumberFormat('en-US', {
      style: 'currency',
      currency,
      maximumFractionDigits: 0,
    })
    return (amount, whole) => (whole ? round : exact).format(amount)
  }, [currency])
}
