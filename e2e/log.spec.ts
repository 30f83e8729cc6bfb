import { readFileSync, writeFileSync } from 'node:fs'
import { ARRANGEMENTS } from '../core/arrangements'
import { demoJobs, demoRecords, newJob, withDemoLogs } from '../core/demo'
import { dayNumber } from '../core/rain'
import { writeJobFile, type Scheme } from '../core/scheme'
import { liveHalfYear } from '../core/standIns/twinYears'
import { axeClean, expect, openJobs, test } from './support'
import type { Page } from '@playwright/test'

/** A job's file brought in, and open. */
async function importJob(page: Page, file: string, name: string) {
  await openJobs(page)
  await page
    .getByLabel('Import a job file')
    .setInputFiles({ name: 'job.cask.json', mimeType: 'application/json', buffer: Buffer.from(file) })
  await expect(page.getByRole('heading', { name, level: 1 })).toBeVisible()
}

/** The log of a demo job, at one of its parts. */
async function openLog(page: Page, job: string, part = 'today') {
  await openJobs(page)
  await page.goto(`/job/${job}?doing=log&log=${part}`)
  await expect(page.getByRole('tab', { name: 'Today' })).toBeVisible()
}
const press = async (page: Page, digits: string) => {
  for (const digit of digits) await page.getByRole('button', { name: digit, exact: true }).click()
}
const keep = (page: Page) => page.getByRole('button', { name: 'Save', exact: true }).click()
/** A download of the page, as text. */
async function downloaded(page: Page, click: () => Promise<void>): Promise<{ name: string; text: string }> {
  const waiting = page.waitForEvent('download')
  await click()
  const file = await waiting
  return { name: file.suggestedFilename(), text: readFileSync(await file.path(), 'utf8') }
}

test.describe('at a desk', () => {
  test.use({ viewport: { width: 1280, height: 800 } })

  test('a reading is put down by the pad, undone, put down again, and is there after a reload', async ({ page }) => {
    await openLog(page, 'demo-withy-hard', 'entries')
    await press(page, '7.5')
    await expect(page.getByText('7.5 mm', { exact: true })).toBeVisible()
    await keep(page)
    await expect(page.getByText('Saved: Rain gauge, 7.5 mm')).toBeVisible()
    const row = page.getByRole('listitem').filter({ hasText: 'Rain gauge 7.5 mm' })
    await expect(row).toHaveCount(1)
    await page.getByRole('button', { name: 'Undo', exact: true }).click()
    await expect(row).toHaveCount(0)
    await page.getByRole('button', { name: 'Redo', exact: true }).click()
    await expect(row).toHaveCount(1)
    await expect(page.getByText(/^Saved \d/)).toBeVisible()
    await page.reload()
    await expect(row).toHaveCount(1)
    await row.getByRole('button', { name: /^Change/ }).click()
    await page.getByRole('textbox', { name: 'Note' }).last().fill('after the storm')
    await page.getByRole('button', { name: 'Save', exact: true }).last().click()
    await expect(row).toContainText('after the storm')
    await row.getByRole('button', { name: /^Delete/ }).click()
    await expect(row).toHaveCount(0)
  })

  test('what cannot be is refused with the reason, what is unlikely asked back, and nothing typed is lost', async ({ page }) => {
    await openLog(page, 'demo-withy-hard', 'entries')
    await page.getByRole('button', { name: 'Level', exact: true }).click()
    await page.getByRole('button', { name: 'Up from the floor' }).click()
    await press(page, '1400')
    await keep(page)
    await expect(page.getByText(/That is above the rim: the vessel is \d+\smm deep inside/)).toBeVisible()
    await expect(page.getByRole('textbox', { name: 'Level' })).toHaveValue('1400')
    await page.getByRole('button', { name: 'Share' }).click()
    await page.getByRole('textbox', { name: 'Level' }).fill('lots')
    await keep(page)
    await expect(page.getByText('“lots” is no number that can be read here.')).toBeVisible()
    await page.getByRole('button', { name: 'Rain gauge' }).click()
    await press(page, '160')
    await keep(page)
    await expect(page.getByRole('alert')).toContainText('160 mm in one reading is rare')
    await page.getByRole('button', { name: 'Save it all the same' }).click()
    await expect(page.getByText('Saved: Rain gauge, 160 mm')).toBeVisible()
    // A moment that has not come yet.
    await press(page, '4')
    await page.getByText('When, who, a note').click()
    await page.getByLabel('When').first().fill('2099-01-01T07:00')
    await keep(page)
    await expect(page.getByText('This moment has not come yet.', { exact: false })).toBeVisible()
  })

  test('what hands do is written down days later, about the part that it was done to, and any of it can be put right', async ({ page }) => {
    await openLog(page, 'demo-tannery-row', 'entries')
    const writing = page.getByRole('form', { name: 'Write an entry' })
    const entries = page.getByRole('listitem')
    await writing.getByLabel('What').selectOption('Valve: shut')
    const about = writing.getByLabel('About')
    const [part] = await about.locator('option').allTextContents()
    await writing.getByLabel('When').fill('2026-03-02T08:15')
    await writing.getByRole('button', { name: 'Add', exact: true }).click()
    const shut = entries.filter({ hasText: `Valve ${part}: shut` })
    await expect(shut).toContainText('Mar 2, 2026')
    // The wrong way, at the wrong time: put right where it stands.
    await shut.getByRole('button', { name: /^Change/ }).click()
    const changing = page.getByRole('form', { name: 'Change the entry' })
    await changing.getByLabel('What').selectOption('Valve: open')
    await changing.getByLabel('When').fill('2026-03-04T09:00')
    await changing.getByRole('button', { name: 'Save', exact: true }).click()
    const opened = entries.filter({ hasText: `Valve ${part}: open` })
    await expect(opened).toContainText('Mar 4, 2026')
    await expect(shut).toHaveCount(0)
    await page.getByRole('button', { name: 'Undo', exact: true }).click()
    await expect(shut).toHaveCount(1)

    // A reading that slipped by a key: its number is put right, nothing else of it changes.
    await press(page, '1.5')
    await page.getByRole('form', { name: 'Add a reading' }).getByRole('button', { name: 'Save', exact: true }).click()
    const rain = entries.filter({ hasText: 'Rain gauge 1.50 in' })
    await rain.getByRole('button', { name: /^Change/ }).click()
    const much = changing.getByLabel('How much')
    await expect(much).toHaveValue('1.50 in')
    await much.fill('lots')
    await changing.getByRole('button', { name: 'Save', exact: true }).click()
    await expect(changing.getByRole('alert')).toHaveText('“lots” is no number that can be read here.')
    await much.fill('90')
    await changing.getByRole('button', { name: 'Save', exact: true }).click()
    await expect(changing.getByRole('alert')).toHaveText(/From 0\sin to 72\.8\d*\sin can be kept\./)
    await expect(much).toHaveValue('90')
    await much.fill('0.15')
    await changing.getByRole('button', { name: 'Save', exact: true }).click()
    await expect(entries.filter({ hasText: 'Rain gauge 0.15 in' })).toHaveCount(1)
    await expect(rain).toHaveCount(0)
    await axeClean(page)
  })

  test('water is put down in cans, or by how long the tap ran at the level that was read', async ({ page }) => {
    await openLog(page, 'demo-withy-hard', 'entries')
    const pad = page.getByRole('form', { name: 'Add a reading' })
    await pad.getByRole('button', { name: 'Drawn', exact: true }).click()
    await pad.getByRole('button', { name: /^Cans of 10\s/ }).click()
    await press(page, '3')
    await expect(pad.getByText('30 L')).toBeVisible()
    await keep(page)
    await expect(page.getByText(/^Saved: Drawn, .*: 30\sL$/)).toBeVisible()
    await pad.getByRole('button', { name: /^Minutes at/ }).click()
    await press(page, '2')
    await expect(pad.getByText(/^About \d+\sL, by the level read \d/)).toBeVisible()
    const about = await pad.getByText(/^About \d+\sL/).textContent()
    await keep(page)
    await expect(page.getByText(new RegExp(`^Saved: Drawn, .*: ${/\d+\sL/.exec(about!)![0]}$`))).toBeVisible()
  })

  test('today tells what is worth doing, and one touch does it and writes it down', async ({ page }) => {
    await page.clock.setFixedTime(new Date('2026-11-29T10:00:00Z'))
    await openLog(page, 'demo-pear-lane')
    await expect(page.getByRole('heading', { name: /^Worth doing/ })).toBeVisible()
    const line = page.getByRole('listitem').filter({ hasText: 'Look over all joints' })
    const lines = page.locator('ol.lines > li')
    await expect(lines.first()).toBeVisible()
    expect(await lines.count()).toBeLessThanOrEqual(5)
    await line.getByRole('button', { name: /^Done/ }).click()
    await expect(line).toHaveCount(0)
    await axeClean(page)
    await page
      .getByRole('button', { name: /L, show its working/ })
      .first()
      .click()
    await expect(page.getByText('Working: held now')).toBeVisible()
    await expect(page.getByText('at the last reading')).toBeVisible()
    await page.keyboard.press('Escape')
  })

  test('what it shows: caught against expected, each rain, and the leak that began in June with its height', async ({ page }) => {
    // A log of a fixed day, so that the season is always the same.
    const today = dayNumber(2026, 11, 29)
    const records = demoRecords()
    const lived = withDemoLogs(demoJobs(), records, today)[2]!
    const file = writeJobFile({ ...lived, id: 'leaking', name: 'Leaking shelter' }, records)
    await page.clock.setFixedTime(new Date('2026-11-29T10:00:00Z'))
    await importJob(page, file, 'Leaking shelter')
    await page.goto('/job/leaking?doing=log&log=shows')
    await expect(page.getByText('Something is likely wrong. Most likely first:')).toBeVisible()
    const first = page.locator('h3', { hasText: 'Is something wrong?' }).locator('xpath=following-sibling::ol[1]/li').first()
    await expect(first).toContainText('A leak')
    await expect(first).toContainText(/stops \d+\smm above the floor \(between \d+\smm and \d+\smm\)/)
    await expect(first).toContainText('Since about')
    await first.getByRole('button', { name: /L, show its working/ }).click()
    await expect(page.getByText('Working: leaks in a day')).toBeVisible()
    await page.keyboard.press('Escape')
    await page.getByText('As a table').click()
    await expect(page.getByRole('row', { name: /Jun 2026|June 2026/ })).toBeVisible()
    await axeClean(page)
  })

  test('a roof that soaks up each rain’s beginning: what it takes is told beside the plan, put into it, and taken back', async ({
    page,
  }) => {
    const plan = newJob('mossy', 'Mossy shed', 'en-GB', 'metric')
    const [scheme] = plan.schemes as [Scheme]
    const mossy = {
      ...scheme,
      sections: scheme.sections.map((each) => ({ ...each, runoff: { kind: 'own' as const, coefficient: 0.9, wetting: 2 } })),
    }
    const { entries } = liveHalfYear(scheme, 5, {}, mossy)
    const file = writeJobFile({ ...plan, log: { since: '2025-03-01', entries, ticked: [] } }, [])
    await page.clock.setFixedTime(new Date('2025-08-31T10:00:00Z'))
    await importJob(page, file, 'Mossy shed')
    await page.goto('/job/mossy?doing=log&log=shows')
    await expect(page.getByText('The roof soaks up the beginning of each rain')).toBeVisible()
    // One thing to put into the plan, not two that say the same water twice.
    await expect(page.getByRole('button', { name: 'Use it for these roofs' })).toHaveCount(1)
    const wetting = page.getByRole('listitem').filter({ hasText: 'Wetting the roof takes' })
    await expect(wetting).toContainText(/1\.\d\s*mm of each day's rain \(90 %: 1\.\d\smm to 2\.\d\smm\)\. The plan has 0\.\d\smm\./)
    await wetting.getByRole('button', { name: /mm, show its working/ }).click()
    await expect(page.getByText('Working: own wetting')).toBeVisible()
    await page.keyboard.press('Escape')
    await axeClean(page)
    await wetting.getByRole('button', { name: 'Use it for these roofs' }).click()
    // The plan has it now, so that nothing is wrong and nothing is left to be put in.
    await expect(wetting).toContainText('agrees with it')
    await expect(wetting.getByRole('button', { name: 'Use it for these roofs' })).toHaveCount(0)
    await expect(page.getByText('The roof soaks up the beginning of each rain')).toHaveCount(0)
    await page.getByRole('button', { name: /^Undo/ }).click()
    await expect(wetting).toContainText('The plan has 0')
  })

  test('care is ticked, and taken away as a calendar that keeps its ids', async ({ page }) => {
    await openLog(page, 'demo-pear-lane', 'care')
    const sediment = page.getByRole('listitem').filter({ hasText: 'Let the sediment out' })
    await sediment.getByRole('button', { name: /^Done/ }).click()
    await expect(sediment).toContainText('last today')
    // The one that was most overdue goes down the list, and the keyboard with it.
    const first = page.getByRole('main').getByRole('listitem').first()
    await expect(first).toContainText('Look at brackets')
    await first.getByRole('button', { name: /^Done/ }).press('Enter')
    await expect(first).not.toContainText('Look at brackets')
    await expect(page.getByRole('button', { name: 'Done: Look at brackets and clips after the frost' })).toBeFocused()
    const { name, text } = await downloaded(page, () => page.getByRole('button', { name: 'Export calendar (.ics)' }).click())
    expect(name).toBe('Pear Lane tram-stop shelter.ics')
    expect(text).toContain('UID:demo-pear-lane-sediment-butt@vernal-cask')
    expect(text).toContain('RRULE:FREQ=YEARLY')
    expect(text).toContain('BEGIN:VALARM')
    const again = await downloaded(page, () => page.getByRole('button', { name: 'Export calendar (.ics)' }).click())
    const uids = (of: string) => [...of.matchAll(/^UID:(.+)$/gm)].map(([, uid]) => uid)
    expect(uids(again.text)).toEqual(uids(text))
    await axeClean(page)
    // All jobs that are in use in one file.
    await page.goto('/')
    const all = await downloaded(page, () => page.getByRole('button', { name: 'Calendar of all visits and care (.ics)' }).click())
    expect(all.text).toContain('UID:demo-pear-lane-sediment-butt@vernal-cask')
    expect(all.text).toContain('UID:demo-tannery-row-frost@vernal-cask')
  })

  test('simulated sensors say what they are, and a day of theirs is kept as entries', async ({ page }) => {
    // A clock that is put in once a page has its own is asked by nobody.
    await page.clock.install()
    await openLog(page, 'demo-withy-hard', 'entries')
    await page.getByText('Simulated sensors', { exact: true }).click()
    await page.getByRole('button', { name: 'Switch on' }).click()
    await expect(page.getByText(/hour \d+/)).toBeVisible()
    await page.clock.runFor(25_500)
    await page.getByRole('button', { name: /^Save the readings of/ }).click()
    await expect(page.getByText("Saved: the day's rain and its last level.")).toBeVisible()
    await expect(
      page
        .getByRole('listitem')
        .filter({ hasText: '11:55 pm' })
        .or(page.getByRole('listitem').filter({ hasText: '23:55' }))
        .first(),
    ).toBeVisible()
    await page.getByRole('button', { name: 'Undo', exact: true }).click()
    await page.getByRole('button', { name: 'Switch off' }).click()
  })

  test('shutting down for the frost is a list made for this scheme; what is ticked stays ticked, and shut it asks for nothing more', async ({
    page,
  }) => {
    await openLog(page, 'demo-tannery-row', 'seasons')
    const step = page.getByRole('checkbox', { name: /Leave Tote 1 a tenth empty/ })
    await step.check()
    await expect(page.getByText(/^Saved \d/)).toBeVisible()
    await page.reload()
    await expect(step).toBeChecked()
    await page.getByRole('button', { name: 'It is shut down' }).click()
    await expect(page.getByRole('heading', { name: 'Start again after the frost' })).toBeVisible()
    await page.getByRole('tab', { name: 'Today' }).click()
    await expect(page.getByText(/Frost is likely/)).toHaveCount(0)
    await page.getByRole('tab', { name: 'Frost' }).click()
    await page.getByRole('button', { name: 'It is started again' }).click()
    await expect(page.getByRole('heading', { name: 'Shut down for the frost' })).toBeVisible()
    await axeClean(page)
  })

  test('a logger’s table comes in and goes out again; a bad line is told by its number and takes nothing in', async ({ page }) => {
    await openLog(page, 'demo-withy-hard', 'entries')
    await page.getByText('Import and export').click()
    const count = async () => Number(/\((\d+)\)/.exec((await page.getByRole('heading', { name: /^Entries/ }).textContent())!)![1])
    const before = await count()
    const lines = Array.from({ length: 30 }, (_, k) => `2026-03-${String(k + 1).padStart(2, '0')} 07:00,${k % 3},${300 + k}`)
    const csv = ['time,rain (mm),level from rim (mm)', ...lines].join('\n')
    const chooser = page.getByLabel('Import CSV or SenML')
    await chooser.setInputFiles({ name: 'bad.csv', mimeType: 'text/csv', buffer: Buffer.from(csv.replace(',2,305', ',two,305')) })
    await expect(page.getByRole('alert')).toContainText('Line 7: “two” is no number of zero or more. Nothing was taken in.')
    expect(await count()).toBe(before)
    await chooser.setInputFiles({ name: 'logger.csv', mimeType: 'text/csv', buffer: Buffer.from(csv) })
    await expect.poll(count).toBe(before + 60)
    await expect(page.getByText('logger.csv: 60 entries taken in.')).toBeVisible()
    // The logger's next file tells all of it again, and a day more.
    await chooser.setInputFiles({ name: 'logger.csv', mimeType: 'text/csv', buffer: Buffer.from(`${csv}\n2026-04-02 07:00,1,310`) })
    await expect(page.getByText('logger.csv: 2 entries taken in. 60 are in the log already.')).toBeVisible()
    expect(await count()).toBe(before + 62)
    await page.getByRole('button', { name: 'Undo', exact: true }).click()
    await expect.poll(count).toBe(before + 60)
    await page.getByRole('button', { name: 'Undo', exact: true }).click()
    await expect.poll(count).toBe(before)
    await expect(page.getByText('entries taken in')).toHaveCount(0)
    await page.getByRole('button', { name: 'Redo', exact: true }).click()
    await expect.poll(count).toBe(before + 60)
    const out = await downloaded(page, () => page.getByRole('button', { name: 'Export CSV' }).click())
    expect(out.text.split('\r\n')[0]).toBe('moment,kind,part,way,value,unit,who,note')
    expect(out.text).toContain('2026-03-05T07:00Z,level,butt,rim,0.304,m,,')
    const senml = await downloaded(page, () => page.getByRole('button', { name: 'Export SenML' }).click())
    expect(JSON.parse(senml.text)[0]).toMatchObject({ bn: 'urn:dev:vernal-cask:demo-withy-hard:' })
    await page.getByRole('button', { name: 'Undo', exact: true }).click()
    await expect.poll(count).toBe(before)
    await page.getByLabel('Type or paste a season as a table').fill('date, rain (mm)\n2026-04-01, 3.5\n2026-04-09, 12')
    await page.getByRole('button', { name: 'Take the table in' }).click()
    await expect.poll(count).toBe(before + 2)
    // As another country writes it; of a date that may be read both ways it is said how it was.
    await page.getByLabel('Type or paste a season as a table').fill('Datum;Regen (mm)\n03/04/2026;3,5')
    await page.getByRole('button', { name: 'Take the table in' }).click()
    await expect(page.getByText('Dates such as 03/04/2026 were read with the day first.')).toBeVisible()
    await expect.poll(count).toBe(before + 3)
    const all = await downloaded(page, () => page.getByRole('button', { name: 'Export CSV' }).click())
    expect(all.text).toMatch(/2026-04-03T07:00[^,]*,rain,,,3\.5,mm/)
  })

  test('readings kept beside the log go with an import that is undone, and come back with it', async ({ page }) => {
    await openLog(page, 'demo-withy-hard', 'entries')
    await page.getByText('Import and export').click()
    const minute = (k: number) => new Date(Date.UTC(2026, 2, 1, 7) + k * 60_000).toISOString().slice(0, 16)
    const csv = ['time,rain (mm)', ...Array.from({ length: 5100 }, (_, k) => `${minute(k)}Z,0.01`)].join('\n')
    await page.getByLabel('Import CSV or SenML').setInputFiles({ name: 'gauge.csv', mimeType: 'text/csv', buffer: Buffer.from(csv) })
    const raw = page.getByText("Loggers' readings (1)")
    await expect(raw).toBeVisible()
    await page.getByRole('button', { name: 'Undo', exact: true }).click()
    await expect(raw).toHaveCount(0)
    await page.getByRole('button', { name: 'Redo', exact: true }).click()
    await expect(raw).toBeVisible()
  })

  test('a million lines are read with progress and can be called off', async ({ page }, info) => {
    await openLog(page, 'demo-withy-hard', 'entries')
    await page.getByText('Import and export').click()
    const line = (k: number) => `${new Date(Date.UTC(2024, 0, 1) + k * 60_000).toISOString().slice(0, 16)}Z,0,400\n`
    let csv = 'time,rain (mm),level (mm)\n'
    for (let k = 0; k < 1_000_000; k++) csv += line(k)
    const long = info.outputPath('long.csv')
    writeFileSync(long, csv)
    await page.getByLabel('Import CSV or SenML').setInputFiles(long)
    await expect(page.getByText('Reading long.csv')).toBeVisible()
    await page.getByRole('button', { name: 'Cancel' }).click()
    await expect(page.getByText('Reading long.csv')).toHaveCount(0)
    await expect(page.getByRole('heading', { name: /^Entries \(1\d\)/ })).toBeVisible()
  })

  test('a logger’s readings are kept as they came: looked at, taken away, deleted and put back, there after a reload', async ({ page }) => {
    await openLog(page, 'demo-withy-hard', 'entries')
    await page.getByText('Import and export').click()
    // A reading every ten minutes for six weeks: the butt fills by a centimetre a day, and once it is let down.
    const LINES = 6048
    let csv = 'time,level (mm)\n'
    for (let k = 0; k < LINES; k++)
      csv += `${new Date(Date.UTC(2025, 2, 1) + k * 600_000).toISOString().slice(0, 16)}Z,${k === 3000 ? 20 : Math.round(200 + k / 14.4)}\n`
    await page.getByLabel('Import CSV or SenML').setInputFiles({ name: 'ten-minutes.csv', mimeType: 'text/csv', buffer: Buffer.from(csv) })
    await page.getByText("Loggers' readings (1)").click()
    const row = page.getByRole('listitem').filter({ hasText: 'ten-minutes.csv' })
    await expect(row).toContainText(/1 Mar 2025 to 11 Apr 2025, 6,048 readings/)
    await row.getByRole('button', { name: /^Show: / }).click()
    const picture = row.getByRole('img')
    await expect(picture).toHaveAttribute('aria-label', /1 Mar 2025 to 11 Apr 2025, up to 6\d\d\smm/)
    await row.getByRole('button', { name: 'A week' }).click()
    await expect(picture).toHaveAttribute('aria-label', /4 Apr 2025 to 11 Apr 2025/)
    await expect(row.getByRole('button', { name: 'Later' })).toBeDisabled()
    await row.getByRole('button', { name: 'Earlier' }).click()
    await expect(picture).toHaveAttribute('aria-label', /28 Mar 2025 to 4 Apr 2025/)
    await axeClean(page)
    const { name, text } = await downloaded(page, () => row.getByRole('button', { name: /^Export CSV: / }).click())
    expect(name).toMatch(/water over the floor\.csv$/)
    expect(text.split('\r\n')).toHaveLength(LINES + 2)
    expect(text).toContain('2025-03-21T20:00Z,0.02\r\n')
    await row.getByRole('button', { name: /^Delete: / }).click()
    await expect(row).toHaveCount(0)
    await page.getByRole('button', { name: 'Put back' }).click()
    await expect(row).toHaveCount(1)
    await expect(page.getByText(/^Saved \d/)).toBeVisible()
    await page.reload()
    await page.getByText("Loggers' readings (1)").click()
    await expect(row).toContainText('6,048 readings')
    // The log has one level a day of it, beside what it had.
    await expect(page.getByRole('heading', { name: /^Entries \(5\d\)/ })).toBeVisible()
  })

  test('a photo is kept small and shown with its note, and one that is none is refused', async ({ page }) => {
    await openLog(page, 'demo-withy-hard', 'entries')
    const png = await page.evaluate(async () => {
      const canvas = new OffscreenCanvas(2000, 1500)
      const pen = canvas.getContext('2d')!
      pen.fillStyle = '#276'
      pen.fillRect(0, 0, 2000, 1500)
      return [...new Uint8Array(await (await canvas.convertToBlob({ type: 'image/png' })).arrayBuffer())]
    })
    await page.getByLabel('Photos').setInputFiles({ name: 'joint.png', mimeType: 'image/png', buffer: Buffer.from(png) })
    await page.getByRole('textbox', { name: 'Note' }).first().fill('The joint under the trough')
    await page.getByRole('button', { name: 'Add', exact: true }).click()
    const picture = page.getByRole('img', { name: 'Photo: The joint under the trough' })
    await expect(picture).toBeVisible()
    expect(
      await picture.evaluate((image: HTMLImageElement) => image.decode().then(() => [image.naturalWidth, image.naturalHeight])),
    ).toEqual([1280, 960])
    await expect(page.getByText(/^Saved \d/)).toBeVisible()
    await page.reload()
    await expect(picture).toBeVisible()
    await page.getByLabel('Photos').setInputFiles({ name: 'song.png', mimeType: 'image/png', buffer: Buffer.from('no picture') })
    await page.getByRole('button', { name: 'Add', exact: true }).click()
    await expect(page.getByRole('alert')).toContainText('song.png is no picture that this browser can read')
  })

  test('the trainer hides a fault, and the truth comes out', async ({ page }) => {
    await openLog(page, 'demo-withy-hard', 'trainer')
    await page.getByRole('button', { name: 'Lesson 2' }).click()
    for (let week = 0; week < 4; week++) await page.getByRole('button', { name: 'A week on' }).click()
    await page.getByRole('button', { name: 'Strong rain does not get through' }).click()
    await expect(page.getByText(/1 wrong guess(?!es)/)).toBeVisible()
    await page.getByRole('button', { name: 'A leak' }).click()
    await expect(page.getByRole('alert')).toContainText('Right: A leak')
    await axeClean(page)
  })

  test('a job of one’s own begins its log with a first reading, in inches and gallons', async ({ page }) => {
    const scheme = ARRANGEMENTS[5]!()
    const job = { ...demoJobs()[1]!, id: 'own', name: 'A porch', schemes: [scheme], chosen: scheme.id, log: { entries: [], ticked: [] } }
    const file = writeJobFile(job, demoRecords())
    await importJob(page, file, 'A porch')
    await page.getByRole('button', { name: 'Log', exact: true }).click()
    await expect(page.getByRole('heading', { name: 'Is it built?' })).toBeVisible()
    await page.getByRole('button', { name: 'Level', exact: true }).click()
    await page.getByRole('button', { name: 'Down from the rim' }).click()
    await press(page, '12')
    await expect(page.getByText(/down from the rim/).first()).toBeVisible()
    await keep(page)
    await expect(page.getByText(/^Saved: Level/)).toBeVisible()
    await expect(page.getByRole('heading', { name: 'Is it built?' })).toHaveCount(0)
    await expect(page.getByText(/of\s\d+(\.\d+)?\sgal/)).toBeVisible()
    await press(page, '0.5')
    await page.getByRole('button', { name: 'Rain gauge' }).click()
    await press(page, '0.5')
    await keep(page)
    await expect(page.getByText(/^Saved: Rain gauge, 0.50?0?\sin/)).toBeVisible()
  })
})

test.describe('in the yard', () => {
  test.use({ viewport: { width: 390, height: 844 }, hasTouch: true })

  test('a system that stands opens with today; a gauge reading takes three touches besides its digits', async ({ page }) => {
    await openJobs(page)
    await page.getByRole('link', { name: 'Open Pear Lane tram-stop shelter' }).tap()
    await expect(page.getByRole('heading', { name: /^Worth doing/ })).toBeVisible()
    const button = page.getByRole('button', { name: 'Rain gauge', exact: true })
    const box = (await button.boundingBox())!
    expect(box.y + box.height).toBeLessThan(844)
    expect(box.height).toBeGreaterThanOrEqual(44)
    await button.first().tap()
    for (const digit of '6') await page.getByRole('button', { name: digit, exact: true }).tap()
    await page.getByRole('button', { name: 'Save', exact: true }).tap()
    await expect(page.getByText('Saved: Rain gauge, 6 mm')).toBeVisible()
    for (const part of ['Entries', 'What it shows', 'Care', 'Frost', 'Trainer', 'Today']) {
      await page.getByRole('tab', { name: part }).tap()
      await expect(page.getByRole('tab', { name: part })).toHaveAttribute('aria-selected', 'true')
      expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390)
    }
    await axeClean(page)
  })

  test.describe('with its service worker', () => {
    test.use({ serviceWorkers: 'allow' })
    test('works with no signal: what is put down offline is there when the page comes back', async ({ page, context }) => {
      await openLog(page, 'demo-withy-hard')
      await page.getByRole('button', { name: 'Level', exact: true }).first().tap()
      await context.setOffline(true)
      await page.getByRole('button', { name: 'Volume' }).tap()
      await press(page, '90')
      await keep(page)
      await expect(page.getByText(/^Saved: Level/)).toBeVisible()
      await context.setOffline(false)
      await page.reload()
      await page.getByRole('tab', { name: 'Entries' }).tap()
      await expect(page.getByRole('listitem').filter({ hasText: 'Butt: 90 L' }).first()).toBeVisible()
    })
  })
})
