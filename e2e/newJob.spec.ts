import { readFileSync } from 'node:fs'
import { expect, goTo, openJobs, settled, STRANGER, test } from './support'

/** Two years of a person's own gauge: day first, decimal commas, a bad line and a hole. */
function ownRecord(): string {
  const lines = ['Datum;Regen (mm)']
  const start = Date.UTC(2020, 0, 1)
  for (let day = 0; day < 731; day++) {
    if (day >= 100 && day < 108) continue
    const date = new Date(start + day * 86_400_000)
    const two = (n: number) => String(n).padStart(2, '0')
    const depth = day % 3 === 0 ? ((day * 7) % 23) + 0.5 : 0
    lines.push(`${two(date.getUTCDate())}.${two(date.getUTCMonth() + 1)}.${date.getUTCFullYear()};${String(depth).replace('.', ',')}`)
  }
  lines.splice(20, 0, 'no day;3,0')
  return lines.join('\n')
}

for (const [size, viewport] of Object.entries({ desk: { width: 1280, height: 800 }, phone: { width: 390, height: 844 } })) {
  test.describe(size, () => {
    test.use({ viewport })

    test('a person makes a job from nothing with a record of their own, and takes it to another profile', async ({ page, browser }) => {
      await openJobs(page)
      await page.getByRole('button', { name: 'New job' }).click()
      await page.getByLabel('Name of the job').fill('Potting shed')
      await page.getByRole('button', { name: 'Create job' }).click()
      await page.getByRole('button', { name: 'To the drawing' }).click()
      await expect(page.getByRole('heading', { name: 'Potting shed', level: 1 })).toBeVisible()

      await goTo(page, 'Roof')
      await page.getByLabel('Along the eave').fill('22 ft')
      await page.keyboard.press('Enter')
      await expect(page.getByLabel('Along the eave')).toHaveValue('6.71 m')
      await page.getByLabel('Eave to ridge', { exact: true }).fill('3,5 m')
      await page.keyboard.press('Enter')
      await page.getByLabel('Eave to ridge taken').selectOption('slope')
      await page.getByLabel('Pitch, degrees').fill('45')
      await page.keyboard.press('Enter')
      await expect(page.getByText('16.6 m² on plan', { exact: true })).toBeVisible()

      await goTo(page, 'Sky')
      await page.getByRole('button', { name: 'Import a record' }).click()
      await page.getByLabel('File').setInputFiles({ name: 'my gauge.csv', mimeType: 'text/csv', buffer: Buffer.from(ownRecord()) })
      await expect(page.getByTestId('import-sum')).toContainText('723 days, 2020-01-01 to 2021-12-31')
      await expect(page.getByText('Line 21:')).toBeVisible()
      await expect(page.getByText('2020-04-10, 8 days')).toBeVisible()
      await page.getByLabel('Missing days').selectOption('dry')
      await page.getByRole('button', { name: 'Use this record' }).click()
      await expect(page.getByText('my gauge', { exact: true })).toBeVisible()
      await settled(page)

      await goTo(page, 'Draw')
      await page.getByLabel('Cans of 10 L a day, July').fill('6')
      await page.keyboard.press('Tab')
      await settled(page)
      await expect(page.getByRole('region', { name: 'Figures' })).toContainText('Demand met')

      await goTo(page, 'Drop')
      const grip = page.getByRole('slider', { name: 'Upper cut mark' })
      await grip.scrollIntoViewIfNeeded()
      const box = (await grip.boundingBox())!
      await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2)
      await page.mouse.down()
      await page.mouse.move(box.x + box.width / 2, box.y - 60, { steps: 6 })
      await page.mouse.up()
      await expect(page.getByText('will spill at its lid', { exact: false }).first()).toBeVisible()
      await page.getByRole('button', { name: 'Undo' }).click()
      await expect(page.getByText('will spill at its lid', { exact: false })).toHaveCount(0)

      await page.reload()
      await settled(page)
      await expect(page.getByRole('heading', { name: 'Potting shed', level: 1 })).toBeVisible()

      const take = async (from: typeof page) => {
        if (size === 'phone') await from.getByRole('button', { name: 'All stations' }).click()
        const [download] = await Promise.all([
          from.waitForEvent('download'),
          from.getByRole('button', { name: 'Export', exact: true }).click(),
        ])
        return readFileSync(await download.path(), 'utf8')
      }
      const text = await take(page)
      expect(text).toContain('"name": "my gauge"')
      const profile = await browser.newContext({ storageState: STRANGER, viewport })
      const fresh = await profile.newPage()
      await openJobs(fresh)
      await fresh
        .getByLabel('Import a job file')
        .setInputFiles({ name: 'shed.cask.json', mimeType: 'application/json', buffer: Buffer.from(text) })
      await expect(fresh.getByRole('heading', { name: 'Potting shed', level: 1 })).toBeVisible()
      await settled(fresh)
      expect(await take(fresh)).toBe(text)
      await profile.close()
    })
  })
}

test('a new job with nothing of its own already has an answer, and says its rain is made', async ({ page }) => {
  await openJobs(page)
  await page.getByRole('button', { name: 'New job' }).click()
  await page.getByRole('button', { name: 'Create job' }).click()
  await page.getByRole('button', { name: 'To the drawing' }).click()
  await settled(page)
  await goTo(page, 'Sky')
  await expect(page.getByText('These years are made, not measured', { exact: false })).toBeVisible()
  await page.getByLabel('Rain in a year').fill('25 in')
  await page.keyboard.press('Enter')
  await expect(page.getByLabel('Rain in a year')).toHaveValue('635 mm')
  await settled(page)
})

test('a record that cannot be read says why, and nothing is changed', async ({ page }) => {
  await openJobs(page)
  await page.getByRole('link', { name: 'Open Pear Lane tram-stop shelter' }).click()
  await goTo(page, 'Sky')
  await page.getByRole('button', { name: 'Import a record' }).click()
  await page.getByLabel('File').setInputFiles({ name: 'x.csv', mimeType: 'text/csv', buffer: Buffer.from('hello\nworld\n') })
  await expect(page.getByRole('alert')).toContainText('No line in it has a date and a depth')
  await page.getByRole('button', { name: 'Close' }).click()
  await expect(page.getByText('Pear Lane, made record', { exact: true })).toBeVisible()
})
