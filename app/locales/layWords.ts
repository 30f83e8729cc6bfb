import british from './build/en-GB.json'
import american from './build/en-US.json'
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

/** What takes messages in: the library's own instance. */
interface Words {
  mergeLocaleMessage(locale: string, messages: Record<string, unknown>): void
}

/** The words of one folder in both languages. */
type Folder = readonly [british: Record<string, unknown>, american: Record<string, unknown>]
const JOB: Folder = [britishJob, americanJob]
const BUILD: Folder = [british, american]
const LOG: Folder = [britishLog, americanLog]
const SURVEY: Folder = [britishSurvey, americanSurvey]
const HELP: Folder = [britishHelp, americanHelp]
const DESK: Folder = [britishDesk, americanDesk]

/** American is British with the words that differ laid over it, here as everywhere. */
function lay({ mergeLocaleMessage }: Words, ...folders: readonly Folder[]): void {
  for (const [ours, theirs] of folders) {
    mergeLocaleMessage('en-GB', ours)
    mergeLocaleMessage('en-US', ours)
    mergeLocaleMessage('en-US', theirs)
  }
}

/** Words of a job's page: there are many of them, and the first view needs none. */
export const layJobWords = (words: Words): void => lay(words, JOB, BUILD, LOG, SURVEY, HELP)
/** Words of the desk's dialogs: backup, firm, one order. */
export const layDeskWords = (words: Words): void => lay(words, DESK)
/** Words of the trade and of the help pages. */
export const layHelpWords = (words: Words): void => lay(words, HELP)
