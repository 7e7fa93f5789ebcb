import { minutes } from '../quantity/units'
import { formOf, saidName } from './foods'
import { lookUpProcess } from './lookup'
import { mixedJar } from './mixed-jar'
import { foodIdOf, type JarOf } from './mixed-name'
import { refuse } from './refusal'
import type { MixedJarAnswer, MixedJarQuery } from './mixed-jar-answer'
import type { ProcessAnswer, ProcessQuery } from './data/types'

/** Forms whose time depends on what is in them: they are planned only with their contents named. */
const DESCRIBED: ReadonlySet<string> = new Set(['soup'])

/** Whether a form is planned only with what is in its jars. */
export const needsContents = (formId: string): boolean => DESCRIBED.has(formId)

export interface JarQuery extends ProcessQuery {
  readonly jarOf?: JarOf | null | undefined
}

/**
 * From what is in a jar to its process: a mixed jar by its verdict, looked up anew each
 * time; everything else by its row. A soup nobody described gets no minutes. Asked by
 * `core/kitchen` alone, which knows where.
 * @returns psi gauge and minutes, or a refusal.
 * @throws RangeError as the lookup does.
 */
export function processOfJar(query: JarQuery): ProcessAnswer {
  const { jarOf, jar, gauge, altitudeFt } = query
  if (!jarOf) {
    const found = formOf(query.form)
    return found && needsContents(found.form.id)
      ? refuse(
          'contents-unknown',
          `What is in this ${saidName(found.food)}? Name every solid, the liquid and how much of the jar is solid: the time depends on them.`,
          ['describe it under Methods, Mixed jar or soup'],
          found.form.source,
        )
      : lookUpProcess(query)
  }
  return asProcess(verdictOf(jarOf, { jar, gauge, altitudeFt }), query, foodIdOf('', jarOf))
}

/** Whether a mixed jar may be canned here, and how: the process, the refusal, or a question. */
export const verdictOf = (
  { ingredients, solidsPercent, rehydrated }: JarOf,
  here: Pick<MixedJarQuery, 'jar' | 'gauge' | 'altitudeFt'>,
): MixedJarAnswer =>
  mixedJar({
    ...here,
    ingredients,
    solidsPercent: solidsPercent ?? undefined,
    rehydrated: rehydrated ?? undefined,
  })

function asProcess(answer: MixedJarAnswer, { rules }: JarQuery, foodId: string): ProcessAnswer {
  switch (answer.outcome) {
    case 'process': {
      const { process } = answer
      const more = (rules?.extraMinutes ?? 0) + (rules?.foodMinutes?.[foodId] ?? 0)
      return { ...process, minutes: minutes(process.minutes + more) }
    }
    case 'asks':
      return refuse('contents-unknown', answer.question, ['describe the jar again'], '')
    case 'refused':
      return refuse('not-in-this-jar', answer.sentence, answer.instead, answer.source)
  }
}
