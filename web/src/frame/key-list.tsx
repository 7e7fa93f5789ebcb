import { Sheet } from '../ui/sheet'

const KEYS: readonly (readonly [string, string])[] = [
  ['/', 'Find anything, or ask a question'],
  ['w', 'Weigh in'],
  ['t', 'Take a jar'],
  ['1 – 5', 'Needs, Harvest, Season, Stove, Pantry'],
  ['0', 'Today'],
  ['?', 'This list'],
  ['Esc', 'Close what is open'],
]

/** Every key that works on every page. */
export function KeyList({
  open,
  onOpenChange,
}: {
  readonly open: boolean
  readonly onOpenChange: (open: boolean) => void
}) {
  return (
    <Sheet open={open} onOpenChange={onOpenChange} title="Keys">
      <table className="w-full">
        <tbody>
          {KEYS.map(([key, what]) => (
            <tr key={key} className="border-t border-rim">
              <th scope="row" className="py-2 pr-6 text-left">
                <kbd className="rounded border border-rim bg-enamel px-2 py-0.5 font-mono">
                  {key}
                </kbd>
              </th>
              <td className="py-2">{what}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </Sheet>
  )
}
