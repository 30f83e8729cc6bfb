/** Rain heavier than this skips over a guard, mm/h, and the share that does. Common practice: 5–15 % in heavy rain. */
export const SKIPS_ABOVE = 40
export const SKIPS = 0.1
