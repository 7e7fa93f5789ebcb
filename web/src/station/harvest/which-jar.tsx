import { ButtonLink } from '../../ui/button'
import { ChoiceField } from '../../ui/field'
import { Caution, Panel } from '../../ui/panel'
import type { Choice } from './choice'
import type { MixedFood } from '../../household/mixed-foods'

/** What is in this soup? Its time depends on it, so it is asked before anything is weighed in. */
export function WhichJar({
  choice,
  mixed,
}: {
  readonly choice: Choice
  readonly mixed: readonly MixedFood[]
}) {
  const fitting = mixed.filter((m) => m.formId === choice.form?.id)
  if (!choice.undescribed)
    return choice.jarOf ? (
      <p className="mb-4 text-ink-soft">
        {choice.jarOf.name}: {choice.jarOf.ingredients.join(', ')}
      </p>
    ) : null
  return (
    <Panel rim="due" label="What is in it?" className="mb-5">
      <h2 className="mb-2">What is in this jar?</h2>
      <Caution className="mb-3">
        The time depends on every solid and on how much of the jar is solid. We can’t give a time
        without them.
      </Caution>
      <div className="flex flex-wrap items-end gap-3">
        {fitting.length > 0 && (
          <ChoiceField
            label="One of our mixed jars"
            choices={[['', 'choose…'], ...fitting.map((m) => [m.word, m.word] as const)]}
            value=""
            onChange={(e) => choice.setMixed(e.target.value)}
          />
        )}
        <ButtonLink to="/methods/jar">Describe a mixed jar</ButtonLink>
      </div>
    </Panel>
  )
}
