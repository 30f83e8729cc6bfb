import { axeClean, expect, openJob, openJobs, settled, test, textFaults } from './support'

const NAME = 'Withy Hard boathouse'

test.describe('help', () => {
  test.use({ viewport: { width: 1280, height: 800 } })

  test('a word of the trade is explained where it stands, by pointer and by key, and leads to all of them', async ({ page }) => {
    await openJob(page, NAME, 'Gutter')
    const ask = page.getByRole('button', { name: 'What is meant by fall?' })
    await ask.focus()
    await page.keyboard.press('Enter')
    await expect(page.getByText('How much lower one end of a gutter or pipe lies', { exact: false })).toBeVisible()
    await axeClean(page)
    await page.keyboard.press('Escape')
    await expect(ask).toBeFocused()
    await ask.click()
    await page.getByRole('link', { name: 'All words' }).click()
    await expect(page.getByRole('heading', { name: 'Words of the trade', level: 1 })).toBeVisible()
    await page.getByLabel('Look for a word').fill('IBC')
    await expect(page.getByText('Tote', { exact: false }).first()).toBeVisible()
    await expect(page.getByText('Ballast')).toBeHidden()
    await page.getByLabel('Look for a word').fill('zeppelin')
    await expect(page.getByText('No word is found by that.')).toBeVisible()
    await page.getByLabel('Look for a word').fill('')
    expect(await textFaults(page)).toEqual([])
    await axeClean(page)
  })

  test('how every figure is worked out can be read in the application, from a figure', async ({ page }) => {
    await openJob(page, NAME)
    await settled(page)
    await page
      .getByRole('button', { name: /%, show its working/ })
      .first()
      .click()
    await page.getByRole('link', { name: 'How every figure is worked out' }).click()
    await expect(page.getByRole('cell', { name: 'Rain on a roof' })).toBeVisible()
    await axeClean(page)
    await page.getByRole('link', { name: 'Questions people come with' }).click()
    await expect(page.getByRole('heading', { level: 1 })).toHaveText('Questions people come with')
    await page.getByRole('button', { name: 'Back' }).click()
  })

  test('“?” tells of the station where one is, and of the keys', async ({ page }) => {
    await openJob(page, NAME, 'Spill')
    await page.keyboard.press('?')
    const help = page.getByRole('dialog')
    await expect(help).toContainText('whether the overflow passes more than can ever arrive')
    await expect(help).toContainText('go to a station')
    await help.getByRole('button', { name: 'Close' }).click()
    await page.keyboard.press('t')
    await page.keyboard.press('?')
    await expect(page.getByRole('dialog')).toContainText('A storm, second by second')
  })

  test('the five-minute tour is done by doing, left and taken up again', async ({ page }) => {
    await openJobs(page)
    await page.getByRole('button', { name: 'Five-minute tour' }).click()
    const tour = page.getByRole('complementary', { name: 'Five-minute tour' })
    await expect(tour).toContainText('1 of 6')
    await page
      .getByRole('button', { name: /^4?\s*Drop/ })
      .first()
      .click()
    await expect(tour).toContainText('2 of 6')
    await page.reload()
    await expect(tour).toContainText('2 of 6')
    await page
      .getByRole('button', { name: /^Mend:/ })
      .first()
      .click()
    await expect(tour).toContainText('3 of 6')
    await page.getByRole('button', { name: 'Trial', exact: true }).click()
    await expect(tour).toContainText('4 of 6')
    await page.getByRole('button', { name: 'Trial', exact: true }).click()
    await expect(tour).toContainText('5 of 6')
    await page
      .getByRole('button', { name: /show its working/ })
      .first()
      .click()
    await expect(tour).toContainText('6 of 6')
    await tour.getByRole('button', { name: 'Finish' }).click()
    await expect(tour).toBeHidden()
    await page.keyboard.press('Escape')
    await page.getByRole('button', { name: '? Help' }).click()
    await page.getByRole('button', { name: 'Take the five-minute tour' }).click()
    await tour.getByRole('button', { name: 'Leave the tour' }).click()
    await expect(tour).toBeHidden()
  })
})

test.describe('help on a phone', () => {
  test.use({ viewport: { width: 390, height: 844 } })

  test('words fit the page, and a station’s fields come before the drawing', async ({ page }) => {
    await openJob(page, NAME, 'Roof')
    await expect(page.getByRole('group', { name: 'Section at the eave' })).toBeHidden()
    await page.getByText('Drawing', { exact: true }).click()
    await expect(page.getByRole('group', { name: 'Section at the eave' })).toBeVisible()
    await page.goto('/help')
    await expect(page.getByText('Ballast')).toBeVisible()
    expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390)
    expect(await textFaults(page)).toEqual([])
  })
})
