/** Where the figures come from; every process answer carries one of these. */
export const EXTENSION_TABLE = 'University cooperative-extension table outside AIB 539'
export const GUIDE_3 =
  'USDA Complete Guide to Home Canning, Agriculture Information Bulletin 539 (2015), Guide 3 (tomatoes)'
export const GUIDE_4 =
  'USDA Complete Guide to Home Canning, Agriculture Information Bulletin 539 (2015), Guide 4 (vegetables)'
export const GUIDE_5 =
  'USDA Complete Guide to Home Canning, Agriculture Information Bulletin 539 (2015), Guide 5 (poultry, red meats)'

/** Edition of the figures, as the household should quote it. */
export const EDITION =
  'AIB 539, 2015 revision, written down three times independently, agreeing on every time, pressure and headspace; confirm against a printed copy'
