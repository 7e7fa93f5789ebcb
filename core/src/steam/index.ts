export { atmosphere } from './atmosphere'
export { saturationTemperature, steamTemperature } from './saturation'
