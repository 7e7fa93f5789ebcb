export { rateOf, type Rate } from './wilson'
