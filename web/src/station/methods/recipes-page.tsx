import { DateField } from '../../household/date-field'
import { paths, type Recipe } from '@kelvit/contract'
import { JAR_SIZES, jarName, type JarSize } from '@kelvit/core'
import { Controller, useForm } from 'react-hook-form'
import { v7 as uuidv7 } from 'uuid'
import { useSave } from '../../sync/changes'
import { useJars, useRecipes } from '../../sync/queries'
import { sentenceOf } from '../../sync/request'
import { useHousehold, useToday } from '../../household/session'
import { plural } from '../../household/words'
import { Button } from '../../ui/button'
import { ChoiceField, Field, TextField } from '../../ui/field'
import { useNotify } from '../../ui/notice'
import { NumberEntry } from '../../ui/number-entry'
import { Page as Sheet } from '../../ui/page'
import { Caution, Panel } from '../../ui/panel'
import { Skeleton, Trouble, Refusal } from '../../ui/states'

/** Untested family recipes: on record so that the log is honest, never planned. */
export function Page() {
  const recipes = useRecipes()
  const { may } = useHousehold()
  return (
    <Sheet question="What was canned without a tested process?" aside="family recipes, on record">
      <Caution className="mb-5 max-w-4xl">
        Kelvit never plans these and never suggests eating from them. Nobody has tested whether the
        heat reaches the middle of the jar. Keep the record, and freeze the next batch.
      </Caution>
      {recipes.isError && <Trouble error={recipes.error} retry={() => void recipes.refetch()} />}
      {recipes.isPending && <Skeleton />}
      <div className="grid grid-cols-[minmax(0,1fr)] items-start gap-5 lg:grid-cols-2">
        {recipes.data?.map((r) => (
          <RecipePanel key={r.id} recipe={r} />
        ))}
        {may('helper') && <NewRecipe />}
      </div>
    </Sheet>
  )
}

function NewRecipe() {
  const save = useSave('recipes')
  const notify = useNotify()
  const { register, handleSubmit, reset } = useForm({ defaultValues: { name: '', done: '' } })
  const submit = handleSubmit((body) =>
    save.mutate(
      { method: 'PUT', path: `${paths.recipes}/${uuidv7()}`, body },
      {
        onSuccess: () => {
          reset()
          notify.done('Recipe saved.')
        },
      },
    ),
  )
  return (
    <Panel>
      <h2 className="mb-3">Record one</h2>
      <form onSubmit={(e) => void submit(e)} className="flex flex-col gap-4">
        <TextField label="Name" maxLength={80} required {...register('name')} />
        <Field label="What was done" help="What went in, how long, at what pressure if any.">
          {(tie) => (
            <textarea
              {...tie}
              rows={4}
              maxLength={4000}
              required
              {...register('done')}
              className="rounded-md border-[1.5px] border-rim bg-crock p-3"
            />
          )}
        </Field>
        <Refusal of={save.error} />
        <Button type="submit" className="self-start" disabled={save.isPending}>
          Save recipe
        </Button>
      </form>
    </Panel>
  )
}

function RecipePanel({ recipe }: { readonly recipe: Recipe }) {
  const jars =
    useJars().data?.filter((j) => j.recipeId === recipe.id && j.state === 'on-shelf').length ?? 0
  const { may } = useHousehold()
  const today = useToday()
  const save = useSave('jars')
  const notify = useNotify()
  const { control, register, handleSubmit } = useForm<{
    count: number | null
    jar: JarSize
    cannedOn: string
  }>({ defaultValues: { count: 4, jar: 'pint', cannedOn: today } })
  const submit = handleSubmit(({ count, jar, cannedOn }) => {
    const ids = Array.from({ length: count ?? 1 }, () => uuidv7())
    save.mutate(
      { method: 'POST', path: `${paths.recipes}/${recipe.id}/jars`, body: { ids, jar, cannedOn } },
      {
        onSuccess: () => notify.done(`${plural(ids.length, 'jar')} marked as untested.`),
        onError: (e) => notify.trouble(sentenceOf(e)),
      },
    )
  })
  return (
    <Panel rim="stop" label={recipe.name}>
      <h2 className="mb-1">{recipe.name}</h2>
      <p className="mb-3 leading-relaxed whitespace-pre-line text-ink-soft">{recipe.done}</p>
      <p className="mb-3">
        {jars > 0
          ? `${plural(jars, 'jar')} on the shelf, marked untested.`
          : 'No jars of it on the shelf.'}
      </p>
      {may('helper') && (
        <form onSubmit={(e) => void submit(e)} className="flex flex-wrap items-end gap-3">
          <NumberEntry
            control={control}
            name="count"
            label="Jars"
            whole
            min={1}
            max={100}
            required
            className="w-20"
          />
          <ChoiceField
            label="Size"
            choices={JAR_SIZES.map((s) => [s, jarName(s)])}
            {...register('jar')}
          />
          <Controller
            control={control}
            name="cannedOn"
            render={({ field: { value, onChange } }) => (
              <DateField label="Canned on" max={today} value={value} onChange={onChange} />
            )}
          />
          <Button type="submit" size="small" disabled={save.isPending}>
            Add its jars
          </Button>
        </form>
      )}
    </Panel>
  )
}
