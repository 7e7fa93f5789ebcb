import { paths, type GaugeRecall } from '@kelvit/contract'
import { useNavigate } from 'react-router'
import { request } from '../sync/request'

/** Opens the recall of a gauge test if the test puts any load in doubt. */
export function useShowRecall(): (testId: string) => void {
  const navigate = useNavigate()
  return (testId) =>
    void request<GaugeRecall>('GET', `${paths.gaugeTests}/${testId}/recall`).then(
      (recall) => recall.loads.length > 0 && navigate(`/gear/recall/${testId}`),
      () => undefined,
    )
}
