import { DropdownMenu } from 'radix-ui'
import { Link } from 'react-router'
import { CORNER, CornerName, type MenuActions } from './corner'
import { sideDoors } from './places'
import { useHousehold } from '../household/session'
import { setTheme, useTheme } from './theme'

const ITEM =
  'flex min-h-11 cursor-pointer items-center rounded px-3 text-ink no-underline outline-none data-highlighted:bg-kettle/12'

/** Household, theme, finder, keys, sign-out; on a narrow screen the side doors too. Opens as it arrives. */
export function HouseholdMenu({ onFinder, onKeys, onSignOut }: MenuActions) {
  const { household, member } = useHousehold()
  const theme = useTheme()
  return (
    <DropdownMenu.Root modal={false} defaultOpen>
      <DropdownMenu.Trigger className={CORNER}>
        <CornerName name={household.name} />
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content
          align="end"
          sideOffset={6}
          className="z-50 min-w-60 rounded-md border border-t-[3px] border-rim border-t-kettle bg-crock p-1.5 shadow-xl"
        >
          <p className="px-3 pt-1 pb-2 text-sm text-ink-soft">
            Signed in as {member.name}, {member.role}
          </p>
          <div className="lg:hidden">
            {sideDoors.map((d) => (
              <DropdownMenu.Item key={d.path} asChild>
                <Link to={d.path} className={ITEM}>
                  {d.name}
                </Link>
              </DropdownMenu.Item>
            ))}
            <DropdownMenu.Separator className="my-1 h-px bg-rim" />
          </div>
          <DropdownMenu.Item asChild>
            <Link to="/household" className={ITEM}>
              Household and members
            </Link>
          </DropdownMenu.Item>
          <DropdownMenu.Item
            className={ITEM}
            onSelect={() => setTheme(theme === 'dark' ? 'light' : 'dark')}
          >
            {theme === 'dark' ? 'Kitchen light' : 'Cellar dark'}
          </DropdownMenu.Item>
          <DropdownMenu.Item className={ITEM} onSelect={onFinder}>
            Find… <kbd className="ml-auto font-mono text-sm text-ink-soft">/</kbd>
          </DropdownMenu.Item>
          <DropdownMenu.Item className={ITEM} onSelect={onKeys}>
            Keys <kbd className="ml-auto font-mono text-sm text-ink-soft">?</kbd>
          </DropdownMenu.Item>
          <DropdownMenu.Separator className="my-1 h-px bg-rim" />
          <DropdownMenu.Item className={ITEM} onSelect={onSignOut}>
            Sign out
          </DropdownMenu.Item>
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  )
}
