import { axeClean, expect, goTo, openJob, openJobs, search, searchField, settled, test, textFaults } from './support'

for (const [size, viewport] of Object.entries({ desk: { width: 1280, height: 800 }, phone: { width: 390, height: 844 } })) {
  test.describe(`the walk with the tape, ${size}`, () => {
    test.use({ viewport })

    test('a new job is measured in order; what is skipped stays a guess, is drawn so, and is weighed', async ({ page }) => {
      await openJobs(page)
      await page.getByRole('button', { name: 'New job' }).click()
      await page.getByLabel('Name of the job').fill('Apiary shed')
      await page.getByRole('button', { name: 'Create job' }).click()
      await expect(page.getByRole('heading', { name: 'Rain in a year', level: 2 })).toBeVisible()
      expect(await textFaults(page)).toEqual([])
      await axeClean(page)
      // What is read stays in sight; only its reader goes on.
      await page.getByLabel('Rain in a year').fill('31 in')
      await page.keyboard.press('Enter')
      await expect(page.getByText('Measured.', { exact: true })).toBeVisible()
      await expect(page.getByLabel('Rain in a year')).toHaveValue(/^787(\.\d)?\smm$/)
      await page.getByRole('button', { name: 'Undo' }).click()
      await expect(page.getByText('Measured.', { exact: true })).toHaveCount(0)
      await page.getByRole('button', { name: 'Skip, guess for now' }).click()

      await page.getByLabel('Roof along the eave').fill('four metres')
      await page.keyboard.press('Enter')
      await expect(page.getByText('“four metres” is no measure', { exact: false })).toBeVisible()
      // What could not be read is not what is shown to be right.
      await page.getByRole('button', { name: 'It is as shown: next' }).click()
      await expect(page.getByLabel('Roof along the eave')).toBeFocused()
      await expect(page.getByLabel('Roof along the eave')).toHaveValue('four metres')
      await page.getByLabel('Roof along the eave').fill('4.2 m')
      await page.keyboard.press('Enter')
      await expect(page.getByText('Measured.', { exact: true })).toBeVisible()
      await page.getByRole('button', { name: 'Next', exact: true }).click()
      // Read just as it was guessed: measured all the same.
      await expect(page.getByRole('heading', { name: 'Roof from eave to ridge', level: 2 })).toBeVisible()
      await page.getByLabel('Roof from eave to ridge').fill('3 m')
      await page.keyboard.press('Enter')
      await expect(page.getByText('Measured.', { exact: true })).toBeVisible()
      await page.getByRole('button', { name: 'Next', exact: true }).click()
      await expect(page.getByRole('heading', { name: 'Cover of the roof', level: 2 })).toBeVisible()

      await page.reload()
      await page.getByRole('button', { name: 'To the drawing' }).click()
      const rest = page.getByRole('region', { name: 'Measure the place' })
      await expect(rest).toContainText('2 of 14 measured')
      // The height of the outlet moves the head left by all of its doubt: nothing else here weighs as much.
      await expect(rest.getByRole('button', { name: 'Height of the outlet' })).toBeVisible()
      await settled(page)
      await goTo(page, 'Roof')
      await expect(page.getByLabel('Along the eave')).not.toHaveClass(/field-guess/)
      await expect(searchField(page, 'Cover')).toHaveClass(/field-guess/)
      await search(page, 'Cover', 'felt', /asphalt shingle/)
      await expect(searchField(page, 'Cover')).not.toHaveClass(/field-guess/)
      await expect(rest).toContainText('3 of 14 measured')
      await page.getByRole('button', { name: 'Undo' }).click()
      await expect(rest).toContainText('2 of 14 measured')

      await rest.getByRole('button', { name: 'Height of the outlet' }).click()
      await expect(page.getByRole('heading', { name: 'Height of the outlet', level: 2 })).toBeVisible()
    })
  })
}

test.describe('on paper', () => {
  test.use({ viewport: { width: 1280, height: 800 } })

  test('the list says where the tape goes and which are guesses; the cut sheet says what nobody has measured', async ({ page }) => {
    await openJobs(page)
    await page.getByRole('button', { name: 'New job' }).click()
    await page.getByRole('button', { name: 'Create job' }).click()
    await page.getByRole('button', { name: 'What the guesses do to the answer' }).click()
    await expect(page.getByRole('row', { name: /Height of the outlet/ })).toContainText(/to \d/)
    await page.getByRole('link', { name: 'Print the list' }).click()
    await page.getByRole('button', { name: 'Look at: Measuring list' }).click()
    const sheet = page.getByRole('dialog')
    await expect(sheet).toContainText('0 of 14 measured')
    await expect(sheet.getByRole('row', { name: /^Height of the outlet/ })).toContainText('2,300 mm, a guess')
    await sheet.getByRole('button', { name: 'Close' }).click()
    await page.getByRole('button', { name: 'Look at: Cuts and holes' }).click()
    await expect(page.getByRole('dialog')).toContainText('Not measured yet, only guessed: Rain in a year 700 mm')
  })

  test('a job that was measured says nothing of guesses', async ({ page }) => {
    await openJob(page, 'Withy Hard boathouse')
    await settled(page)
    await expect(page.getByRole('region', { name: 'Measure the place' })).toHaveCount(0)
    await page.keyboard.press('m')
    await expect(page.getByRole('heading', { name: /measured$/, level: 2 })).toBeVisible()
  })

  test('opening an American job leaves the rest of the application as its reader likes it', async ({ page }) => {
    await openJob(page, 'Tannery Row dye studio')
    await expect(page.getByRole('button', { name: /American, ft in/ })).toBeVisible()
    await page.goto('/')
    await expect(page.getByRole('button', { name: /British, mm/ })).toBeVisible()
  })
})
