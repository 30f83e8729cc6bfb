/** Where in the work a step belongs, in the usual order. */
export const PHASES = [
  'before',
  'base',
  'vessel',
  'gutter',
  'bench',
  'marks',
  'cuts',
  'dry',
  'fix',
  'waterways',
  'finish',
  'tests',
  'leave',
] as const
export type Phase = (typeof PHASES)[number]
