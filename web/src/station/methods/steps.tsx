import {
  formOf,
  jarName,
  kitchenNumber,
  packingSteps,
  shortName,
  type Food,
  type Process,
} from '@kelvit/core'
import { useHousehold } from '../../household/session'
import { Caution, Panel } from '../../ui/panel'

/** Never rinsed: the splash carries germs onto everything else in the kitchen. */
const RAW_MEAT: ReadonlySet<string> = new Set(['poultry', 'meat'])

/** What is done before the canner, in order, with this house's ways. */
export function Steps({ food, process }: { readonly food: Food; readonly process: Process }) {
  const { household } = useHousehold()
  const { settings } = household
  const acid = process.acidPerJar
  const steps = [
    RAW_MEAT.has(food.id)
      ? `Cut, unwashed: ${formOf(process.formId)?.form.name.toLowerCase() ?? ''}. Washing raw meat or poultry only spreads germs.`
      : `Wash and cut: ${formOf(process.formId)?.form.name.toLowerCase() ?? ''}.`,
    `${process.pack === 'raw' ? 'Raw pack' : 'Hot pack'}: ${process.preparation}.`,
    acid &&
      `In every ${jarName(process.jar, 1)}: ${kitchenNumber(acid.citricAcidTsp)} tsp citric acid, or ${kitchenNumber(acid.bottledLemonJuiceTbsp)} tbsp bottled lemon juice. Required even in a pressure canner.`,
    settings.salt &&
      process.saltTspPerJar > 0 &&
      `Salt, if wanted: ${kitchenNumber(process.saltTspPerJar)} tsp a ${jarName(process.jar, 1)}.`,
    ...packingSteps(process.formId, process.pack),
    'Measure the headspace, take out the bubbles, measure again.',
    settings.wipeRimsWithVinegar
      ? 'Wipe each rim with vinegar. Run a finger around it to find a nick.'
      : 'Wipe each rim. Run a finger around it to find a nick.',
    `${settings.lidsInHotWater ? 'New lid from hot water' : 'New lid'}, band fingertip-tight.`,
    settings.vinegarInCanner && 'A splash of vinegar in the canner water.',
  ].filter((s) => typeof s === 'string')
  return (
    <Panel label="Preparation">
      <h2 className="mb-2">Before the canner</h2>
      <ol className="list-decimal space-y-1.5 pl-5 leading-relaxed">
        {steps.map((s) => (
          <li key={s}>{s}</li>
        ))}
      </ol>
      {process.notes.length > 0 && (
        <p className="mt-3 leading-relaxed font-semibold">{process.notes.join(' ')}</p>
      )}
      <Caution className="mt-4">
        Never thicken or mash it. Never use a jar larger than a quart. Never shorten the time.{' '}
        {shortName(food)} keep {food.keepsDays.cool} days cool ({food.keepsDays.coolCondition}
        ), an estimate.
      </Caution>
    </Panel>
  )
}
