import { readFileSync } from 'node:fs'
import type { Page } from '@playwright/test'
import { extractText, getDocumentProxy } from 'unpdf'
import { demoRecords, withyHard } from '../core/demo'
import { writeJobFile } from '../core/scheme'
import { axeClean, expect, openJob, openJobs, test, textFaults } from './support'

/** The application in German: chosen in one place, said everywhere, numbers with their comma, and nothing that no longer fits. */

const STATIONS = ['sky', 'roof', 'gutter', 'drop', 'cask', 'spill', 'draw'] as const
/** The narrowest of phones, tablets and desks: longer words run out of room there first. */
const SIZES = [
  [320, 640],
  [1024, 768],
  [1280, 800],
] as const

/** By the menu, as a reader does. */
async function speakGerman(page: Page) {
  await page.getByRole('button', { name: /British, mm/ }).click()
  await page.getByLabel('Language', { exact: true }).selectOption('de-DE')
  await page.keyboard.press('Escape')
}
/** The boathouse with its own words German, kept so. */
async function germanJob(page: Page) {
  await openJob(page, 'Withy Hard boathouse')
  await speakGerman(page)
  await expect(page.getByRole('heading', { name: /^Fallrohr/, level: 2 })).toBeVisible()
  await expect(page.locator('.strip [role=status]')).toContainText('Gespeichert')
}

test('German is chosen once: the jobs, a new job with its names, its units and what is typed with a comma; kept over a reload', async ({
  page,
}) => {
  await openJobs(page)
  await speakGerman(page)
  await expect(page.getByRole('heading', { name: 'Projekte', level: 1 })).toBeVisible()
  await expect(page.locator('html')).toHaveAttribute('lang', 'de-DE')
  await axeClean(page)
  await page.getByRole('button', { name: 'Neues Projekt' }).click()
  await page.getByLabel('Name des Projekts').fill('Obstwiese')
  await page.getByRole('button', { name: 'Projekt anlegen' }).click()
  await page.waitForURL(/\/job\//)
  const job = new URL(page.url()).pathname
  await page.goto(`${job}?station=drop`)
  await expect(page.getByRole('heading', { name: /^Fallrohr/, level: 2 })).toBeVisible()
  await expect(page.getByLabel('Name des Rohrs')).toHaveValue('Fallrohr')
  await page.goto(`${job}?station=roof`)
  const along = page.getByLabel('Entlang der Traufe', { exact: true })
  await along.fill('7,25')
  await along.press('Enter')
  await expect(along).toHaveValue('7,25 m')
  // A point before three figures is asked, in words that a German reads in one way.
  await along.fill('1.340')
  await along.press('Enter')
  await expect(page.getByText(/zwei Arten lesen: 1,340 m oder 1340 m/)).toBeVisible()
  await along.fill('7,25 m')
  await along.press('Enter')
  await expect(page.locator('.strip [role=status]')).toContainText('Gespeichert')
  await page.reload()
  await expect(page.getByLabel('Entlang der Traufe', { exact: true })).toHaveValue('7,25 m')
  await page.getByRole('button', { name: 'Bau', exact: true }).click()
  await expect(page.getByRole('tab', { name: 'Stückliste' })).toBeVisible()
  await page.getByRole('tab', { name: 'Stückliste' }).click()
  await expect(page.getByText(/^Zu kaufen: €/)).toBeVisible()
})

test('at a laptop’s width the head of a job in German names job and scheme whole', async ({ page }) => {
  await page.setViewportSize({ width: 1280, height: 800 })
  await germanJob(page)
  const names = page.locator('.strip').locator('h1, button[aria-haspopup], .btn')
  const cut = await names.evaluateAll((all) =>
    all.filter((each) => each.checkVisibility() && each.scrollWidth > each.clientWidth).map((each) => each.textContent),
  )
  expect(cut).toEqual([])
  await expect(page.locator('.strip h1')).toHaveText('Withy Hard boathouse')
})

test('a job in German goes out and comes in again as one, and its sheet is a German PDF', async ({ page }) => {
  await germanJob(page)
  const [download] = await Promise.all([page.waitForEvent('download'), page.getByRole('button', { name: 'Export', exact: true }).click()])
  const file = JSON.parse(readFileSync(await download.path(), 'utf8')) as { version: number; job: { terms: string } }
  expect(file.job.terms).toBe('de-DE')
  await page.goto('/job/demo-withy-hard?doing=build&part=sheets')
  const [pdf] = await Promise.all([
    page.waitForEvent('download', { timeout: 60_000 }),
    page.getByRole('button', { name: 'PDF: Einkaufsliste' }).click(),
  ])
  const read = await extractText(await getDocumentProxy(new Uint8Array(readFileSync(await pdf.path()))), { mergePages: true })
  expect(read.text).toContain('Einkaufsliste')
  expect(read.text).toMatch(/Wasserwaage und gerades Brett/)
  expect(read.text).toMatch(/\d,\d\d/)
})

test('what is refused is told in German: a file with faults by its places, and one that is no JSON', async ({ page }) => {
  await openJobs(page)
  await speakGerman(page)
  const bring = page.getByLabel('Projektdatei importieren')
  const file = JSON.parse(writeJobFile(withyHard(), demoRecords())) as {
    job: { schemes: { wetHours: unknown; drops: { id: string }[] }[] }
  }
  file.job.schemes[0]!.wetHours = 99.5
  file.job.schemes[0]!.drops[0]!.id = 'zwei Worte'
  await bring.setInputFiles({ name: 'kaputt.cask.json', mimeType: 'application/json', buffer: Buffer.from(JSON.stringify(file)) })
  const told = page.getByRole('alert')
  await expect(told).toContainText('job.schemes[0].wetHours soll 0,5 bis 24 sein, ist aber 99,5')
  await expect(told).toContainText('soll aus 1 bis 64 Buchstaben, Ziffern oder Bindestrichen bestehen: „zwei Worte“')
  expect(await told.innerText()).not.toMatch(/\b(should|but|is|the)\b/)
  await bring.setInputFiles({ name: 'kein.cask.json', mimeType: 'application/json', buffer: Buffer.from('{"format": oops') })
  await expect(told).toContainText('ist kein JSON')
})

test('what was refused before the language is changed is told in the new one', async ({ page }) => {
  await openJob(page, 'Withy Hard boathouse', 'Roof')
  const along = page.getByRole('textbox').and(page.getByLabel('Along the eave', { exact: true }))
  await along.fill('as long as a boat')
  await along.press('Enter')
  await expect(page.getByText('“as long as a boat” is no measure we can read', { exact: false })).toBeVisible()
  await speakGerman(page)
  await expect(page.getByText('„as long as a boat“ ist kein lesbares Maß', { exact: false })).toBeVisible()
  await expect(page.getByText('is no measure we can read', { exact: false })).toHaveCount(0)
  await page.goto('/job/demo-withy-hard?doing=log&log=entries')
  const pad = page.getByRole('complementary')
  await pad.getByRole('textbox').first().fill('viel')
  await pad.getByRole('button', { name: 'Speichern', exact: true }).click()
  await expect(page.getByText('„viel“ ist hier keine lesbare Zahl.')).toBeVisible()
  await page.getByRole('button', { name: /Deutsch/ }).click()
  await page.getByLabel('Sprache', { exact: true }).selectOption('en-US')
  await page.keyboard.press('Escape')
  await expect(page.getByText('“viel” is no number that can be read here.')).toBeVisible()
})

test('a backup that is none is refused in German', async ({ page }) => {
  await openJobs(page)
  await speakGerman(page)
  await page.getByRole('button', { name: 'Sicherung', exact: true }).click()
  await page
    .getByLabel('Eine Sicherungsdatei')
    .setInputFiles({ name: 'alt.zip', mimeType: 'application/zip', buffer: Buffer.from('kein Archiv') })
  const told = page.getByRole('alert')
  await expect(told).toContainText('alt.zip konnte nicht als Sicherung gelesen werden')
  expect(await told.innerText()).not.toMatch(/\b(not|the|is|of)\b/)
  await axeClean(page)
})

test('a roof that does not close is refused in German, by how much in its own figures', async ({ page }) => {
  await germanJob(page)
  await page.goto('/job/demo-withy-hard?station=roof')
  await page.getByText('Das ganze Dach neu beschreiben').click()
  await page.getByLabel('Form', { exact: true }).selectOption('free')
  await page.getByLabel(/^Seiten der Reihe nach/).fill('8; 4; 5; 4')
  await page.getByRole('button', { name: 'Dieses Dach verwenden' }).click()
  await expect(page.getByText(/Das ergibt kein Dach: die Seiten schließen sich nicht: die letzte endet 3\.?000\smm/)).toBeVisible()
})

for (const [width, height] of SIZES)
  test(`${width} × ${height} in German: no text on another, none cut off, nothing beside the page, no English left`, async ({ page }) => {
    await page.setViewportSize({ width: 1280, height: 800 })
    await germanJob(page)
    await page.setViewportSize({ width, height })
    const whole = async (what: string) => {
      await expect(page.getByRole('button', { name: 'Rückgängig' }).first()).toBeVisible()
      expect([what, await textFaults(page)]).toEqual([what, []])
      expect([what, await page.evaluate(() => document.documentElement.scrollWidth)]).toEqual([what, width])
      // Names that people gave stay as they are; what the application says is German.
      // The demo's record and places are told in the words of whoever made them.
      const said = (await page.locator('body').innerText())
        .split('\n')
        .filter((line) => !/^Invented for the demo|^Troughs on the hard$/.test(line))
      expect([what, said.filter((line) => /\b(the|and|with|is|of|from|your)\b/.test(line))]).toEqual([what, []])
      // Units are put in as they stand: a sentence is not built so that it would have to bend them ("an 96 Tagen").
      expect([what, said.filter((line) => /\b(an|aus|in|mit|nach|seit|von|vor|zu) \d[\d.,]*\s(Tage|Monate|Jahre)\b/.test(line))]).toEqual([
        what,
        [],
      ])
    }
    for (const station of [...STATIONS, 'cask&wide=yes']) {
      await page.goto(`/job/demo-withy-hard?station=${station}`)
      await expect(page.locator('.tally')).toHaveAttribute('aria-busy', 'false')
      await whole(station)
    }
    for (const doing of ['trial', 'build', 'log']) {
      await page.goto(`/job/demo-withy-hard?doing=${doing}`)
      await expect(page.locator('main h2:visible').first()).toBeVisible()
      await expect(page.getByText(/wird durchgerechnet…/)).toHaveCount(0)
      await whole(doing)
    }
  })
