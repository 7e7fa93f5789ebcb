import { GUIDE_3, GUIDE_4, GUIDE_5 } from '../method/data/sources'
import type { SourceId } from './data/types'

/** An answer's source as it is shown, with its edition where it has one. */
export const SOURCES: Readonly<Record<SourceId, string>> = {
  principles:
    'USDA Complete Guide to Home Canning, Agriculture Information Bulletin 539 (2015), Guide 1 (principles)',
  tomatoes: GUIDE_3,
  vegetables: GUIDE_4,
  meats: GUIDE_5,
  manual: 'Check the canner’s and the range’s manuals first',
  'lid-maker': 'Follow the lid maker’s directions on the box',
  extension: 'Usual advice of extension services. Ask yours.',
  practice: 'From experience, within the tested guides',
  kelvit: 'Kelvit’s own figures, from your records',
}
