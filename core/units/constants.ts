/** Standard gravity, m/s². Source: ISO 80000-3. */
export const GRAVITY = 9.80665
/** Density of fresh water near 20 °C, kg/m³. */
export const WATER_DENSITY = 998
/** Kinematic viscosity of water near 20 °C, m²/s. */
export const WATER_VISCOSITY = 1.0e-6
/** Discharge coefficient of a sharp-edged hole. Common practice for a drilled wall. */
export const SHARP_EDGED_ORIFICE = 0.6

/** Exact by definition. */
export const INCH = 0.0254
export const FOOT = 12 * INCH
export const YARD = 3 * FOOT
export const SQUARE_FOOT = FOOT ** 2
/** US liquid gallon: 231 cubic inches, m³. */
export const US_GALLON = 231 * INCH ** 3
/** Imperial gallon, m³ (Weights and Measures Act 1985: 4.54609 L). */
export const IMPERIAL_GALLON = 4.54609e-3
export const LITRE = 1e-3
export const POUND = 0.45359237
/** Pound-force per square foot, Pa. */
export const POUND_PER_SQUARE_FOOT = (POUND * GRAVITY) / SQUARE_FOOT

export const SECONDS_PER_HOUR = 3600
export const DAYS_PER_MONTH = [31, 28, 31, 30, 31, 30, 31, 31, 30, 31, 30, 31] as const
