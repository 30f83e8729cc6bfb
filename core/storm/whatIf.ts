/** Something that goes wrong on the day, tried on top of the scheme as it is. */
export type WhatIf =
  | { kind: 'link-shut'; link: string }
  | { kind: 'screen-blocked' }
  | { kind: 'drain-stuck' }
  | { kind: 'overflow-blocked' }
  | { kind: 'siphon-break-missing' }
  | { kind: 'vent-shut' }
