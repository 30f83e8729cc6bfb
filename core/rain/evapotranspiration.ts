import { within } from '../numeric/guards'

const SOLAR_CONSTANT = 0.082 // MJ m⁻² min⁻¹, FAO-56 equation 21
const DEGREES = Math.PI / 180

/** Sunset hour angle, rad; clamped inside the polar circles where the sun does not set or rise. */
function sunsetAngle(latitude: number, declination: number): number {
  return Math.acos(Math.min(1, Math.max(-1, -Math.tan(latitude) * Math.tan(declination))))
}

function sun(latitudeDegrees: number, dayOfYear: number) {
  within('latitude', latitudeDegrees, -90, 90)
  within('dayOfYear', dayOfYear, 1, 366)
  const turn = (2 * Math.PI * dayOfYear) / 365
  const latitude = latitudeDegrees * DEGREES
  const declination = 0.409 * Math.sin(turn - 1.39)
  return { latitude, declination, nearness: 1 + 0.033 * Math.cos(turn), sunset: sunsetAngle(latitude, declination) }
}

/**
 * Radiation at the top of the atmosphere on one day.
 *
 * @param latitude degrees, south negative
 * @param dayOfYear 1–366
 * @returns MJ m⁻² day⁻¹
 * @throws RangeError outside those ranges
 * Source: FAO Irrigation and Drainage Paper 56, equations 21 to 25; `fao56-ra`, `fao56-ra-equator`.
 */
export function extraterrestrialRadiation(latitude: number, dayOfYear: number): number {
  const { latitude: phi, declination, nearness, sunset } = sun(latitude, dayOfYear)
  const geometry = sunset * Math.sin(phi) * Math.sin(declination) + Math.cos(phi) * Math.cos(declination) * Math.sin(sunset)
  return ((24 * 60) / Math.PI) * SOLAR_CONSTANT * nearness * geometry
}

/** Hours from sunrise to sunset. Source: FAO-56 equation 34; `fao56-ra`. */
export function daylightHours(latitude: number, dayOfYear: number): number {
  return (24 / Math.PI) * sun(latitude, dayOfYear).sunset
}

/**
 * Hargreaves reference evapotranspiration from the day's temperatures (°C).
 *
 * `ET0 = 0.0023 · 0.408 · Ra · (Tmean + 17.8) · √(Tmax − Tmin)`, Tmean their middle.
 *
 * @returns mm a day, never below 0
 * @throws RangeError when `max` is below `min`
 * Source: FAO Irrigation and Drainage Paper 56, equation 52; `hargreaves`.
 */
export function referenceEvapotranspiration(latitude: number, dayOfYear: number, min: number, max: number): number {
  if (!(max >= min)) throw new RangeError(`max must be at least min (${min}), got ${max}`)
  const radiation = extraterrestrialRadiation(latitude, dayOfYear)
  return Math.max(0, 0.0023 * 0.408 * radiation * ((min + max) / 2 + 17.8) * Math.sqrt(max - min))
}
