import { Button } from '../ui/button'
import { Sheet } from '../ui/sheet'

interface LeaveProps {
  readonly waiting: number
  readonly stay: () => void
  readonly leave: () => void
}

/** Asked only when food's record would be lost: signing out wipes what was not sent. */
export function Leave({ waiting, stay, leave }: LeaveProps) {
  return (
    <Sheet
      open
      onOpenChange={(open) => open || stay()}
      title={`${waiting === 1 ? 'One change is' : `${waiting} changes are`} not sent yet`}
      about="Signing out clears this device. What wasn’t sent is lost."
    >
      <div className="flex flex-wrap gap-3">
        <Button look="main" onClick={stay}>
          Stay until it’s sent
        </Button>
        <Button look="stop" onClick={leave}>
          Sign out anyway
        </Button>
      </div>
    </Sheet>
  )
}
