import { paths, type Lot } from '@kelvit/contract'
import { isOpenLot, LOT_ENDS, pounds, type LotEnd } from '@kelvit/core'
import { Controller, useForm } from 'react-hook-form'
import { v7 as uuidv7 } from 'uuid'
import { WeightField } from '../../household/measure-fields'
import { useHousehold } from '../../household/session'
import { useTakeBack } from '../../household/take-back'
import { useSave } from '../../sync/changes'
import { Button } from '../../ui/button'
import { ChoiceField } from '../../ui/field'
import { useNotify } from '../../ui/notice'
import { Refusal } from '../../ui/states'

const ENDS: Readonly<Record<LotEnd, string>> = {
  eaten: 'eat it fresh',
  frozen: 'freeze it',
  dried: 'dry it',
  given: 'give it away',
  sold: 'sell it',
  fed: 'feed it to animals',
  spoiled: 'it spoiled',
}

interface Typed {
  end: LotEnd
  lb: number | null
}

/** What isn’t canned of a lot: all of it, or a part that leaves the rest to can. */
export function OtherEnds({ lot }: { readonly lot: Lot }) {
  const { may } = useHousehold()
  const save = useSave('lots')
  const takeBack = useTakeBack('lots')
  const notify = useNotify()
  const { control, register, handleSubmit } = useForm<Typed>({
    defaultValues: { end: 'eaten', lb: null },
  })
  if (!isOpenLot(lot) || !may('helper')) return null
  const send = ({ end, lb }: Typed): void => {
    const part = lot.state === 'in-house' && lb !== null && lb < lot.lb
    const id = uuidv7()
    const path = `${paths.lots}/${lot.id}`
    save.mutate(
      part
        ? { method: 'POST', path: `${path}/split`, body: { id, version: lot.version, lb: pounds(lb), state: end } } // prettier-ignore
        : { method: 'PATCH', path, body: { version: lot.version, state: end } },
      {
        onSuccess: () =>
          notify.done(
            'Recorded.',
            () =>
            takeBack({ table: 'lots', ...(part ? { id, version: 1 } : { id: lot.id, version: lot.version + 1 }) }), // prettier-ignore
          ),
      },
    )
  }
  return (
    <form
      onSubmit={(e) => void handleSubmit(send)(e)}
      className="flex flex-col gap-3 border-t border-rim pt-3"
      aria-label="What isn’t canned"
    >
      <h3 className="text-[17px]">What isn’t canned</h3>
      <div className="grid gap-3 sm:grid-cols-2">
        <ChoiceField
          label="Instead"
          choices={LOT_ENDS.map((end) => [end, ENDS[end]])}
          {...register('end')}
        />
        {lot.state === 'in-house' && (
          <Controller
            control={control}
            name="lb"
            render={({ field }) => (
              <WeightField
                label="How much"
                value={field.value}
                onValue={field.onChange}
                help="Empty means all of it."
              />
            )}
          />
        )}
      </div>
      <Refusal of={save.error} />
      <div>
        <Button type="submit" disabled={save.isPending}>
          Record it
        </Button>
      </div>
    </form>
  )
}
