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
export const PracticePage = () => (
  <NotYet
    question="Try it without steam?"
    will={[
      'A simulated canner with real physics, for learning heat control',
      'Faults to practise: a weak burner, a sticky vent, a dial that reads high',
      'Marked as practice everywhere; it can never become a real load',
    ]}
    meanwhile={{ to: '/stove', text: 'Go to the stove' }}
  />
)
