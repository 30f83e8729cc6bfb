import { PROBLEM_WORDS } from '#core/problems'
import germanBuild from './build/de-DE.json'
import germanRest from './de-DE.json'
import germanDesk from './desk/de-DE.json'
import germanHelp from './help/de-DE.json'
import germanJob from './job/de-DE.json'
import germanLog from './log/de-DE.json'
import germanSurvey from './survey/de-DE.json'
import britishBuild from './build/en-GB.json'
import americanBuild from './build/en-US.json'
import britishRest from './en-GB.json'
import americanRest from './en-US.json'
import britishHelp from './help/en-GB.json'
import americanHelp from './help/en-US.json'
import britishJob from './job/en-GB.json'
import americanJob from './job/en-US.json'
import britishLog from './log/en-GB.json'
import americanLog from './log/en-US.json'
import britishDesk from './desk/en-GB.json'
import americanDesk from './desk/en-US.json'
import britishSurvey from './survey/en-GB.json'
import americanSurvey from './survey/en-US.json'

/** All words of each language together, as a job's page has them; for the tests that read them whole. */
export const british = {
  ...britishRest,
  ...britishJob,
  ...britishBuild,
  ...britishLog,
  ...britishSurvey,
  ...britishHelp,
  ...britishDesk,
  build: { ...britishRest.build, ...britishBuild.build },
  // Those of English are the core's own.
  problem: PROBLEM_WORDS,
  word: { ...britishRest.word, ...britishLog.word },
  working: { ...britishJob.working, ...britishLog.working },
  rule: { ...britishJob.rule, ...britishLog.rule },
  source: { ...britishJob.source, ...britishLog.source },
}
export const american = {
  ...americanRest,
  ...americanJob,
  ...americanBuild,
  ...americanLog,
  ...americanSurvey,
  ...americanDesk,
  ...americanHelp,
}
/** German is a language of its own: every word of it is there, and nothing is laid over anything. */
export const german = {
  ...germanRest,
  ...germanJob,
  ...germanBuild,
  ...germanLog,
  ...germanSurvey,
  ...germanHelp,
  ...germanDesk,
  build: { ...germanRest.build, ...germanBuild.build },
  word: { ...germanRest.word, ...germanLog.word },
  working: { ...germanJob.working, ...germanLog.working },
  rule: { ...germanJob.rule, ...germanLog.rule },
  source: { ...germanJob.source, ...germanLog.source },
}
