import type { MessageId } from '~/locales/messageIds'
import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, describe, expect, it } from 'vitest'
import { createApp } from 'vue'
import { createI18n } from 'vue-i18n'
import { renderToString } from 'vue/server-renderer'
import { word, type Told } from '#core/figures/told'
import { length } from '#core/units/quantity'
import { problem } from '#core/problems'
import { british, german } from '~/locales/allWords'
import { fieldEdit, saying, type Message } from '~/stores/messages'
import { useSay } from './useSay'

let say: ReturnType<typeof useSay>['say']
beforeEach(async () => {
  setActivePinia(createPinia())
  const app = createApp({
    setup() {
      say = useSay().say
      return () => ''
    },
  })
  app.use(
    createI18n({
      legacy: false,
      locale: 'en-GB',
      messages: { 'en-GB': { ...british, test: { told: 'Told: {what}.' } } } as never,
      missingWarn: false,
      fallbackWarn: false,
    }),
  )
  await renderToString(app)
})
const told = (what: Told) => say('test.told' as MessageId, { what })

describe('a name is data', () => {
  // Each of these is a code somewhere: of an end, of a reason, a word of the trade, a message, a linked term, a format.
  it.each([
    'end:terrace',
    'end:',
    'mismatch.thread',
    'butt',
    'pump',
    'word.butt',
    'in',
    'jobs.title',
    'constructor',
    '__proto__',
    '@:t.butt',
    '{what}',
    '%',
    '<b>',
  ])('%s is said as it stands', (name) => expect(told(name)).toBe(`Told: ${name}.`))
})

describe('one and many', () => {
  it.each([
    [1, 'One order for 1 job'],
    [0, 'One order for 0 jobs'],
    [0.5, 'One order for 0.5 jobs'],
    [2, 'One order for 2 jobs'],
  ])('%s', (n, words) => expect(say('order.title', { n })).toBe(words))
  it('a figure with a unit is no number to go by', () => expect(say('hang.string', { n: 1 })).toBe('String line: 1 bracket'))
  it('nought is told as nought where there is one form only', () => expect(say('bin.keeps', { n: 0 })).toContain('for 0 days'))
})

describe('what is to be looked up says so', () => {
  it('a word of the trade', () => expect(told(word('half-round'))).toBe('Told: half round.'))
  it('an end of a part', () => expect(told({ end: { type: 'downpipe-round', size: '68', gender: 'male' } })).toContain('68\u00A0mm round'))
  it('why two ends do not mate', () => expect(told({ mismatch: 'size' })).not.toContain('mismatch'))
  it('a figure', () => expect(told(length(0.5))).toBe('Told: 500\u00A0mm.'))
})

const inLanguage = async (locale: 'en-GB' | 'de-DE') => {
  let said: ReturnType<typeof useSay> | undefined
  setActivePinia(createPinia())
  useSettings().use({ terms: locale })
  const app = createApp({
    setup() {
      said = useSay()
      return () => ''
    },
  })
  // As the application has them: English words of problems are the core's alone.
  const { problem: _, ...rest } = british
  app.use(createI18n({ legacy: false, locale, messages: { 'en-GB': rest, 'de-DE': german } as never, missingWarn: false }))
  await renderToString(app)
  return said!
}

describe('a problem', () => {
  const wrong = problem('notNumber', { found: problem('foundText', { text: 'viel' }) })
  it('is said in the language that is spoken, one within another too, and again in another', async () => {
    const german = await inLanguage('de-DE')
    expect(german.sayProblem(wrong)).toBe('soll eine Zahl sein, ist aber der Text „viel“')
    expect((await inLanguage('en-GB')).sayProblem(wrong)).toBe('should be a number, but is the text "viel"')
    expect(german.say('shape.problem', { why: problem('fewSides', { found: 2 }) })).toBe(
      'Das ergibt kein Dach: ein Umriss hat mindestens drei Seiten, nicht 2. Nichts wurde geändert.',
    )
  })
  it('that an edit was refused for is told by the edit’s own name', async () => {
    const refused = { edit: { saying: 'edit.stand', values: { from: length(0.3), to: length(0.9) } }, path: 'stores[0].stand', what: wrong }
    expect((await inLanguage('de-DE')).say('notice.refused', refused).replaceAll(/\s/g, ' ')).toBe(
      '„Ständer, von 300 mm auf 900 mm“ wurde nicht ausgeführt, nichts wurde geändert. Im Projekt: stores[0].stand soll eine Zahl sein, ist aber der Text „viel“.',
    )
  })
  it('has its figures as the language writes them', async () => {
    expect((await inLanguage('de-DE')).sayProblem(problem('outside', { least: 0.5, most: 24, found: 99 }))).toBe(
      'soll 0,5 bis 24 sein, ist aber 99',
    )
  })
})

describe('an edit of a field', () => {
  const inBoth = async ({ id, values }: Message) =>
    [await inLanguage('en-GB'), await inLanguage('de-DE')].map(({ say }) => say(id, values).replaceAll(/\s/g, ' '))
  it('is told in the language of whoever reads it: words, days, figures and its own name', async () => {
    expect(await inBoth(fieldEdit('due', { day: '2027-03-04' }, { day: '2027-03-05' }))).toEqual([
      'Next date, from 4 Mar 2027 to 5 Mar 2027',
      'Nächster Termin: bisher 04.03.2027, jetzt 05.03.2027',
    ])
    expect(await inBoth(fieldEdit(saying('scheme.name'), 'Two butts', 'Three'))).toEqual([
      expect.stringContaining('from Two butts to Three'),
      expect.stringContaining('bisher Two butts, jetzt Three'),
    ])
    const [english, german] = await inBoth(fieldEdit('outletSchool', word('hydraulic'), word('intensity')))
    expect(english).not.toBe(german)
  })
  it('that said nothing before, or says nothing after, is told as that', async () => {
    expect(await inBoth(fieldEdit('due', '', { day: '2027-03-04' }))).toEqual(['Next date: 4 Mar 2027', 'Nächster Termin: 04.03.2027'])
    expect((await inBoth(fieldEdit('due', { day: '2027-03-04' }, '')))[0]).toBe('Next date, 4 Mar 2027, taken out')
    expect(fieldEdit('due', '', '').id).toBe('edit.fieldChanged')
  })
})
