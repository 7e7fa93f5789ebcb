import { NotYet } from './not-yet'

export const RecordsPage = () => (
  <NotYet
    question="What did we learn?"
    will={[
      'Jars per bushel, seal rates by lid, canner and food',
      'Cost of a jar',
      'Which jars came through a gauge that was off',
    ]}
    meanwhile={{ to: '/pantry', text: 'See what is on the shelf' }}
  />
)
