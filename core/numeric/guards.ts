/** Throws a RangeError that names the field unless the value is a finite number above zero. */
export function positive(field: string, value: number): void {
  if (!(value > 0 && Number.isFinite(value))) throw new RangeError(`${field} must be above 0, got ${value}`)
}

/** Throws a RangeError that names the field unless the value is a finite number of at least zero. */
export function nonNegative(field: string, value: number): void {
  if (!(value >= 0 && Number.isFinite(value))) throw new RangeError(`${field} must be 0 or more, got ${value}`)
}

/** Throws a RangeError that names the field unless the value lies in the closed range. */
export function within(field: string, value: number, low: number, high: number): void {
  if (!(value >= low && value <= high)) throw new RangeError(`${field} must be from ${low} to ${high}, got ${value}`)
}
