import type { Page } from '@playwright/test'
import { axeClean, expect, goTo, openJob, settled, test, textFaults } from './support'

/** Stores, the storm trial, the way out, draw-off and starters: done as a person does them. */

async function chooseScheme(page: Page, name: string) {
  await page
    .locator('.strip')
    .getByRole('button', { name: / of \d+\)/ })
    .click()
  await page.getByRole('radio', { name }).check()
  await page.keyboard.press('Escape')
  await expect(page.locator('.strip')).toContainText(name)
}
const trial = (page: Page) => page.getByRole('button', { name: 'Trial', exact: true })
const side = (page: Page) => page.getByRole('region', { name: 'Storm trial' })

test.describe('the dye studio', () => {
  test('four totes: a thin link throttles in the trial, is named, and is cured by a mend that undo takes back', async ({ page }) => {
    await openJob(page, 'Tannery Row dye studio', 'Cask')
    await chooseScheme(page, 'Four totes, linked low')
    await trial(page).click()
    await expect(side(page).getByRole('heading', { name: 'Link, Tote 1 to Tote 2' })).toBeVisible()
    await expect(side(page)).toContainText(/the link passes [\d.]+\sgpm while [\d.]+\sgpm arrives/)
    // Tote 1 runs over while Tote 4 has room: the drawing says so in words as well.
    const drawing = page.getByRole('img', { name: /Tote 1 holds/ })
    await expect(drawing).toHaveAttribute('aria-label', /Tote 1 holds 2\d\d\sgal.*Tote 4 holds 1\d\d\sgal.*is spilling/)
    const mend = side(page).getByRole('button', { name: /^Mend: links of/ })
    await expect(mend).toBeEnabled()
    expect(await textFaults(page)).toEqual([])
    await axeClean(page)
    await mend.click()
    await expect(side(page).getByRole('heading', { name: 'Link, Tote 1 to Tote 2' })).toBeHidden()
    await page.getByRole('button', { name: 'Undo' }).click()
    await expect(side(page).getByRole('heading', { name: 'Link, Tote 1 to Tote 2' })).toBeVisible()
  })

  test('the trial is stepped by key, played, and its levels are shown', async ({ page }) => {
    await page.emulateMedia({ reducedMotion: 'no-preference' })
    await openJob(page, 'Tannery Row dye studio', 'Cask')
    await chooseScheme(page, 'Four totes, linked low')
    await page.keyboard.press('t')
    const time = page.getByRole('slider', { name: 'Moment of the storm' })
    const clock = page.getByTestId('trial-clock')
    await time.focus()
    await page.keyboard.press('Home')
    await expect(clock).toHaveText('0:00')
    await page.keyboard.press('ArrowRight')
    await page.keyboard.press('Shift+ArrowRight')
    await expect(clock).toHaveText('0:11')
    await page.getByRole('button', { name: 'Levels' }).click()
    await expect(page.getByRole('button', { name: 'Levels' })).toHaveAttribute('aria-pressed', 'true')
    await page.getByRole('button', { name: 'Run on' }).click()
    await expect(clock).not.toHaveText('0:11')
    await page.getByRole('button', { name: 'Hold' }).click()
    await time.focus()
    await page.keyboard.press('End')
    await expect(clock).toHaveText('1:00:00')
  })

  test('what if: an overflow blocked sends it over the rim; a valve shut keeps a tote out', async ({ page }) => {
    await openJob(page, 'Tannery Row dye studio', 'Cask')
    await chooseScheme(page, 'Four totes, linked low')
    await trial(page).click()
    await page.getByLabel('overflow blocked').check()
    await expect(side(page)).toContainText('Over the rim')
    await page.getByLabel('overflow blocked').uncheck()
    await page.getByLabel('Link, Tote 1 to Tote 2: valve shut').check()
    await expect(page.getByRole('img', { name: /Tote 2 holds/ })).toHaveAttribute('aria-label', /Tote 2 holds 4\d\sgal/)
  })

  test('one tote 30 mm low is found and set level again', async ({ page }) => {
    await openJob(page, 'Tannery Row dye studio', 'Cask')
    await chooseScheme(page, 'Four totes, linked low')
    const base = page.getByLabel('Base of Tote 3')
    await base.fill('376 mm')
    await base.press('Enter')
    const snags = page.getByRole('region', { name: 'Snags' })
    await expect(snags).toContainText(/Tote 3 stands .* lower than the others/)
    await snags.getByRole('button', { name: /all bases at/ }).click()
    await expect(snags).not.toContainText(/Tote 3 stands/)
  })

  test('a hoop siphons; air at its crown breaks it', async ({ page }) => {
    await openJob(page, 'Tannery Row dye studio', 'Spill')
    await chooseScheme(page, 'Four totes, linked low')
    await goTo(page, 'Spill')
    await page.getByLabel('Mouth').selectOption({ label: 'hoop' })
    const crown = page.getByLabel('Crown of the hoop')
    await crown.fill('1500 mm')
    await crown.press('Enter')
    await page.getByLabel('Air at the crown').selectOption({ label: 'no' })
    const snags = page.getByRole('region', { name: 'Snags' })
    await expect(snags).toContainText(/the hoop siphons/)
    await snags.getByRole('button', { name: /air hole/ }).click()
    await expect(snags).not.toContainText(/the hoop siphons/)
    await expect(page.getByLabel('Air at the crown')).toHaveValue('yes')
  })

  test('design storms are run as a table, and a pasted table with a fault is told by line and column', async ({ page }) => {
    await openJob(page, 'Tannery Row dye studio', 'Cask')
    await trial(page).click()
    await page.getByRole('button', { name: 'Run them all' }).click()
    await expect(page.getByRole('table', { name: /Lost over edges/ })).toBeVisible({ timeout: 60_000 })
    await expect(side(page)).toContainText(/Worst: once in 100 years/)
    await page
      .getByText('Paste your place’s table', { exact: false })
      .or(page.getByText(/Paste your place's table/))
      .first()
      .click()
    await page.getByLabel(/Paste your place/).fill('min,10,30\n2,7,wet')
    await page.getByRole('button', { name: 'Read it' }).last().click()
    await expect(page.getByRole('alert')).toContainText('Line 2, column 3: “wet” is no number')
  })
})

test.describe('a butt of one’s own', () => {
  test('becomes two, chained, and one again; it is kept over a reload', async ({ page }) => {
    await openJob(page, 'Withy Hard boathouse', 'Cask')
    await page.getByRole('button', { name: 'Add one like it' }).click()
    await page.getByLabel('Put together').selectOption({ label: 'one runs over into the next' })
    await expect(page.getByText('Butt 2', { exact: true }).first()).toBeVisible()
    await settled(page)
    await expect(page.locator('.strip [role=status]')).toContainText('Saved')
    await page.reload()
    await expect(page.getByLabel('Put together')).toHaveValue('cascade')
    await page.getByRole('button', { name: 'Take Butt 2 out' }).click()
    await expect(page.getByLabel('Put together')).toBeHidden()
  })

  test('has dips, a base with its layers, and a dip stick to print', async ({ page }) => {
    await openJob(page, 'Withy Hard boathouse', 'Cask')
    await expect(page.getByRole('table', { name: /Depth of water/ })).toContainText('100 mm')
    await expect(page.getByRole('img', { name: /The base in section/ })).toBeVisible()
    const saved = page.waitForEvent('download')
    await page.getByRole('button', { name: 'Dip stick, PDF' }).click()
    expect((await saved).suggestedFilename()).toBe('dip-stick.pdf')
  })

  test('a gauge’s storm with text in it is told in place, and one that reads is run', async ({ page }) => {
    await openJob(page, 'Withy Hard boathouse', 'Cask')
    await trial(page).click()
    await page.getByLabel('The storm').selectOption({ label: "a gauge's own record" })
    const paste = page.getByLabel('Paste times and mm')
    await paste.fill('14:00,0.4\n14:05,lots')
    await page.getByRole('button', { name: 'Read it' }).first().click()
    await expect(page.getByRole('alert')).toContainText('Line 2 has no depth we can read: “lots”')
    await paste.fill('14:00,2\n14:05,6\n14:10,9\n14:15,3')
    await page.getByRole('button', { name: 'Read it' }).first().click()
    await expect(side(page)).toContainText(/20(\.0)?\smm in 4 steps/)
    await expect(page.getByRole('alert')).toHaveCount(0)
  })

  test('what the height runs, how far a hose goes and how strong bleach is stand under Draw', async ({ page }) => {
    await openJob(page, 'Withy Hard boathouse', 'Draw')
    await expect(page.getByText('a sprinkler')).toBeVisible()
    await page.getByText('Bleach in the store: how strong?').click()
    const dose = page.getByLabel('Poured in')
    await dose.fill('50 ml')
    await dose.press('Enter')
    await expect(page.getByText(/mg\/L as chlorine/)).toBeVisible()
  })

  test('a starter is put beside on the job’s own roof', async ({ page }) => {
    await openJob(page, 'Withy Hard boathouse', 'Cask')
    await page.getByRole('button', { name: 'Start from an arrangement' }).click()
    await page.getByRole('button', { name: /Put “One tote on a gravel pad/ }).click()
    await expect(page.locator('.strip')).toContainText('One tote on a gravel pad')
    await expect(page.locator('.strip')).toContainText('3 of 3')
  })

  test('on a phone the trial stands whole, without sideways scroll', async ({ page }) => {
    await page.setViewportSize({ width: 390, height: 844 })
    await openJob(page, 'Withy Hard boathouse', 'Cask')
    await trial(page).click()
    await expect(page.getByRole('slider', { name: 'Moment of the storm' })).toBeVisible()
    expect(await textFaults(page)).toEqual([])
    await axeClean(page)
  })
})
