/**
 * What can be wrong with what comes from outside, in English: the words of the server's answers, of the tests, and of both English
 * languages of the interface. Other languages have theirs under `problem` in their locale files.
 *
 * Sentences follow the name of the place they are about, as in "job.money.tiers[0].from should be 0".
 */
export const PROBLEM_WORDS = {
  // What a value is.
  foundText: 'the text "{text}"',
  foundList: 'a list of {size}',
  foundObject: 'an object',
  foundNothing: 'nothing',

  // Of one field.
  missing: 'is missing',
  empty: 'is empty',
  notNumber: 'should be a number, but is {found}',
  notText: 'should be a text, but is {found}',
  notTrueOrFalse: 'should be true or false, but is {found}',
  notList: 'should be a list, but is {found}',
  notObject: 'should be an object, but is {found}',
  notOneOf: 'should be one of {choices}, but is {found}',
  notKind: 'should have a "kind" of {choices}, but has {found}',
  notWhole: 'should be a whole number, but is {found}',
  outside: 'should be {least} to {most}, but is {found}',
  below: 'should be at least {least}, but is {found}',
  above: 'should be at most {most}, but is {found}',
  lengthOutside: 'should have {least} to {most} characters, but has {found}',
  lengthBelow: 'should have at least {least} characters, but has {found}',
  lengthAbove: 'should have at most {most} characters, but has {found}',
  sizeOutside: 'should have {least} to {most} entries, but has {found}',
  sizeBelow: 'should have at least {least} entries, but has {found}',
  sizeAbove: 'should have at most {most} entries, but has {found}',
  notAnId: 'should be 1 to 64 letters, digits or hyphens: "{text}"',
  notPrintable: 'has a character that cannot be printed: "{text}"',
  notADate: 'should be a day from 1600-01-01 on, as 2024-07-31: "{text}"',
  notAMoment: 'should be a moment with its distance from UTC, as 2026-06-01T07:30+01:00: "{text}"',
  notAPhoto: 'should be a JPEG in base64: "{text}"',
  notWritten: 'is not written as it should be: "{text}"',
  noSuchDay: 'should be a day of the calendar, but is {found}',

  // Of a document as a whole.
  notJson: 'is not JSON: {why}',
  notUtf8: 'is not UTF-8 text',
  notOurs: 'should be "{format}": that is how a job file begins',
  noVersion: 'should be a whole number from 1 to {most}',
  newerVersion: 'is {found}; this application reads up to {most}',
  unpacksTooLarge: 'it unpacks to more than {most} megabytes',
  notInArchive: 'there is no {name} in it',
  tooManyValues: 'holds more than {most} values',
  tooDeep: 'lies more than {most} levels deep',
  unknownParts: 'has parts this version does not know: {parts}',
  at: '{path} {what}',
  other: '{why}',

  // Of what leads to what.
  noPart: 'there is no part {id}',
  noScheme: 'there is no scheme {id}',
  noRecord: 'there is no rain record {id} in the file',
  recordNotAtHand: 'the rain record {id} is not at hand',
  partTwice: 'two parts have the id {id}',
  schemeTwice: 'two schemes have one id',
  entryTwice: 'two entries have the id {id}',
  linkToItself: 'a link leads from {id} back to itself; lead it to another vessel',
  ring: 'the water of {id} would run in a ring',

  // Of measures beside one another.
  rimUnderFloor: 'should be above the floor ({floor} m), but is {found} m',
  dipNotHigher: 'should be above the dip before it',
  dipHoldsLess: 'should not be less than at the dip before it',
  dipsHoldNothing: 'should hold some water',
  eaveNoLength: 'should be another place than the first: the eave has no length',
  noArea: 'should enclose some roof',
  crosses: 'should not cross one another',
  beyondGutter: 'should lie within the gutter ({length} m), but is {found} m',
  notLongerRain: 'should be more than the shorter rain’s {minutes} minutes',
  notWeakerRain: 'should be less than the shorter rain’s {intensity} mm/h',
  notRising: 'should be more than the one before',
  notARowEach: 'should have a row for each of {years} years',
  notADepthEach: 'should have a depth for each of {durations} durations',
  lowOverHigh: 'should not be above the month’s high of {high} °C, but is {found} °C',
  moreDaysThanMonth: 'should be at most {most}, but is {found}',
  noDaysWithRain: 'should be above 0 in a month with rain',
  noRain: 'should have rain in some month',
  tierNotFromNought: 'should be 0: the first price holds from the beginning',
  tierNotMore: 'should be more than the tier before',
  airDaysDiffer: 'should have as many days as depths, {days}, but has {found}',

  // Of what is kept.
  jobThere: 'there is already a job {id}',
  jobNewer: 'the job {id} here was written by a newer release',
  databaseNewer: 'what is kept here was written by a newer release; reload the page',

  // Of what was asked for.
  stopped: 'the calculation was stopped',
  notLoaded: 'the calculation’s script could not be loaded',
  notALength: '“{text}” is no length',
  hipTooWide: 'a hip roof should not be wider across than it is long along the eave, {length}, but is {found}',
  fewSides: 'an outline has three sides at least, not {found}',
  sideNoLength: 'a side should be longer than 0, but is {found}',
  sidesDoNotClose: 'the sides do not close: the last ends {gap} from the first',
  levelsNotShared: 'it needs a store whose vessels share a level',
  recordWithoutRain: 'the record has no rain to learn from',
  logFull: 'the log holds at most {most} entries',
  unsettled: 'the water cannot be followed beyond {seconds} s: a level keeps jumping',
} as const satisfies Record<string, string>

export type ProblemId = keyof typeof PROBLEM_WORDS

/** What can be told of a text that is not of its pattern. */
export const PATTERN_PROBLEMS = ['notAnId', 'notPrintable', 'notADate', 'notAMoment', 'notAPhoto', 'notWritten'] as const
export type PatternProblem = (typeof PATTERN_PROBLEMS)[number]
