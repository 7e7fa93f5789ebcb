import { useId, useState } from 'react'
import { BOX, Field } from '../ui/field'

const ZONES = ['UTC', ...Intl.supportedValuesOf('timeZone')]
const plain = (zone: string): string => zone.replaceAll('_', ' ')
const zoneOf = (text: string): string | undefined => {
  const wanted = text.trim().toLowerCase()
  const exact = ZONES.find((z) => plain(z).toLowerCase() === wanted)
  const named = ZONES.filter((z) => plain(z).toLowerCase().split('/').at(-1) === wanted)
  return exact ?? (named.length === 1 ? named[0] : undefined)
}

interface ZoneFieldProps {
  readonly value: string
  readonly onValue: (zone: string) => void
  readonly disabled?: boolean
  readonly help?: string
}

/** The household's time zone, found by typing a part of its name. */
export function ZoneField({ value, onValue, disabled, help }: ZoneFieldProps) {
  const [text, setText] = useState(() => plain(value))
  const list = useId()
  const [left, setLeft] = useState(false)
  const found = zoneOf(text)
  const wrong = left && !found ? 'Choose from the list. Type a city in your time zone.' : undefined
  return (
    <Field label="Time zone" help={help} error={wrong}>
      {(tie) => (
        <>
          <input
            {...tie}
            ref={(box) => box?.setCustomValidity(found ? '' : 'Choose a time zone from the list.')}
            className={BOX}
            list={list}
            value={text}
            disabled={disabled}
            autoComplete="off"
            spellCheck={false}
            required
            onFocus={(e) => e.target.select()}
            onChange={(e) => {
              setText(e.target.value)
              const zone = zoneOf(e.target.value)
              if (zone) onValue(zone)
            }}
            onBlur={() => {
              setLeft(true)
              if (found) setText(plain(found))
            }}
          />
          <datalist id={list}>
            {ZONES.map((z) => (
              <option key={z} value={plain(z)} />
            ))}
          </datalist>
        </>
      )}
    </Field>
  )
}
