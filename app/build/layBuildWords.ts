import british from '~/locales/build/en-GB.json'
import american from '~/locales/build/en-US.json'
import britishHelp from '~/locales/help/en-GB.json'
import americanHelp from '~/locales/help/en-US.json'
import britishLog from '~/locales/log/en-GB.json'
import americanLog from '~/locales/log/en-US.json'
import britishDesk from '~/locales/desk/en-GB.json'
import americanDesk from '~/locales/desk/en-US.json'
import britishSurvey from '~/locales/survey/en-GB.json'
import americanSurvey from '~/locales/survey/en-US.json'

/** What takes messages in: the library's own instance. */
interface Words {
  mergeLocaleMessage(locale: string, messages: Record<string, unknown>): void
}

/**
 * Lays the words of Build, of the log and of the survey beside the others: there are many of them, and the first view needs none. American is British with
 * the words that differ laid over it, here as everywhere.
 */
export function layBuildWords({ mergeLocaleMessage }: Words): void {
  for (const words of [british, britishLog, britishSurvey, britishHelp]) {
    mergeLocaleMessage('en-GB', words)
    mergeLocaleMessage('en-US', words)
  }
  for (const words of [american, americanLog, americanSurvey, americanHelp]) mergeLocaleMessage('en-US', words)
}

/** Lays the words of the desk's dialogs beside the others: backup, firm, one order. */
export function layDeskWords({ mergeLocaleMessage }: Words): void {
  mergeLocaleMessage('en-GB', britishDesk)
  mergeLocaleMessage('en-US', britishDesk)
  mergeLocaleMessage('en-US', americanDesk)
}

/** The words of the trade and of the help pages. */
export function layHelpWords({ mergeLocaleMessage }: Words): void {
  mergeLocaleMessage('en-GB', britishHelp)
  mergeLocaleMessage('en-US', britishHelp)
  mergeLocaleMessage('en-US', americanHelp)
}
