export { atmosphere } from './atmosphere'
export { saturationPressure, saturationTemperature, steamTemperature } from './saturation'
