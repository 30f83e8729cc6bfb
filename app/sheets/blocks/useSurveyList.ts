import type { Block } from '~/sheets/sheet'
import { useWords } from './useWords'

/** What is to be measured at the place, to be taken along on paper; and what of a sheet's figures nobody has measured yet. */
export function useSurveyList() {
  const { say } = useSay()
  const { measures, guessed, count, nameOf, valueOf } = useSurvey()
  const { plain } = useWords()

  function surveyList(): Block[] {
    return [
      plain('survey.count', { taken: count.value.taken, of: count.value.of }),
      { kind: 'caution', text: say('survey.sheet.ladder') },
      plain('survey.sheet.twice'),
      {
        kind: 'table',
        columns: [
          { title: say('survey.col.what'), share: 4 },
          { title: say('survey.sheet.where'), share: 9 },
          { title: say('survey.sheet.now'), share: 4, right: true },
          { title: say('survey.sheet.read'), share: 3 },
          { title: say('survey.sheet.again'), share: 3 },
        ],
        rows: measures.value.map((measure) => [
          nameOf(measure),
          say(`survey.how.${measure.name}`),
          guessed.value.has(measure.key) ? say('survey.sheet.guess', { value: valueOf(measure) }) : valueOf(measure),
          '______',
          '______',
        ]),
      },
    ]
  }
  function guesses(): Block[] {
    const names = measures.value.filter(({ key }) => guessed.value.has(key)).map((measure) => `${nameOf(measure)} ${valueOf(measure)}`)
    return names.length === 0 ? [] : [{ kind: 'caution', text: say('survey.sheet.guesses', { names: names.join('; ') }) }]
  }
  return { surveyList, guesses }
}
