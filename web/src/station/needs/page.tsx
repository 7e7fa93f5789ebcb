export { NeedsPage as Page } from './needs'
