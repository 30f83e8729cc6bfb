import { writeFileSync } from 'node:fs'
import type { Page } from '@playwright/test'
import { axeClean, expect, goTo, openJob, openJobs, settled, test, textFaults } from './support'

const RAIN = ['3.1', '3.0', '3.9', '4.2', '4.8', '4.4', '5.0', '4.1', '3.6', '3.2', '3.3', '3.2']
const DAYS = ['9', '9', '10', '10', '11', '10', '11', '9', '8', '7', '8', '9']
const NORMALS = `Month\tRain (in)\tDays\n${RAIN.map((rain, i) => `${i + 1}\t${rain}\t${DAYS[i]}`).join('\n')}`

async function type(page: Page, label: string | RegExp, text: string) {
  const field = page
    .getByLabel(label, { exact: typeof label === 'string' })
    .filter({ visible: true })
    .first()
  await field.fill(text)
  await field.press('Enter')
}
async function newJob(page: Page, name: string, american = false) {
  await openJobs(page)
  if (american) {
    await page.getByRole('button', { name: /British, mm/ }).click()
    await page.getByLabel('Language', { exact: true }).selectOption('en-US')
    await page.getByLabel('Units', { exact: true }).selectOption('imperial')
    await page.keyboard.press('Escape')
  }
  await page.getByRole('button', { name: 'New job' }).click()
  await page.getByLabel('Name of the job').fill(name)
  await page.getByLabel('What is the water for?').selectOption('washing')
  await page.getByRole('button', { name: 'Create job' }).click()
  await page.getByRole('button', { name: 'To the drawing' }).click()
  await expect(page.getByRole('heading', { name, level: 1 })).toBeVisible()
}
const plan = (page: Page) => page.getByRole('group', { name: 'The roof from above' })

test.describe('desk', () => {
  test.use({ viewport: { width: 1280, height: 800 } })

  test('an L-shaped roof from nothing in feet and inches, normals from a table, the frown found and mended, two schemes compared', async ({
    page,
  }) => {
    await newJob(page, 'Dye works', true)
    await goTo(page, 'Draw')
    await expect(page.getByLabel('washing and rinsing')).toBeChecked()
    await goTo(page, 'Roof')
    await page.getByText('Describe the whole roof anew').click()
    await page.getByLabel('Shape', { exact: true }).selectOption('l-shaped')
    await type(page, 'First leg, along its eave', "40'")
    await type(page, 'Second leg, along its eave', '18 ft 6 in')
    await type(page, 'From eave to the high side, on the level', '16\' 0"')
    await page.getByRole('button', { name: 'Use this roof' }).click()
    // 40 × 16 and half of the corner square: 768 ft²; 18.5 × 16 and the other half: 424 ft².
    await expect(plan(page)).toContainText('768 ft²')
    await expect(plan(page)).toContainText('424 ft²')
    await expect(page.getByRole('button', { name: /Roof.*1,192 ft²/ })).toBeVisible()

    await goTo(page, 'Sky')
    await page.getByRole('button', { name: 'Use monthly means' }).click()
    await page.getByLabel('Paste a table').fill(NORMALS)
    await page.getByRole('button', { name: 'Read the table' }).click()
    await expect(page.getByText('Read, in inches: twelve months')).toBeVisible()
    await expect(page.getByLabel('Mean rain of the month, inches, May')).toHaveValue('4.8')
    await expect(page.getByLabel('Days with rain in the month, October')).toHaveValue('7')
    await settled(page)
    await page.getByText('How the made years fit').click()
    await expect(page.getByRole('cell', { name: '4.80 in' }).first()).toBeVisible()

    await goTo(page, 'Gutter')
    await page.getByRole('button', { name: 'A high point' }).click()
    await page.getByRole('button', { name: 'Another outlet' }).click()
    await type(page, 'Board behind it', '7 in')
    const snag = page.getByRole('listitem').filter({ hasText: 'is high at 29 ft 3 in' }).first()
    await expect(snag).toContainText('runs away at the other end')
    await expect(plan(page)).toContainText('runs away')
    await expect(snag).toContainText('The run takes')
    // 58 ft 6 in at 0.6 in in 10 ft take 3½ in; a 7 in board leaves 3⅞.
    await expect(snag).not.toContainText('Does not fit as measured. Apply')
    await snag.getByRole('button', { name: 'Try in a copy: Slope it all one way' }).click()
    await expect(page.getByRole('button', { name: 'Slope it all one way (2 of 2)' })).toBeVisible()
    await expect(page.getByText('is high at 29 ft 3 in')).toHaveCount(0)
    await settled(page)

    await page.getByRole('button', { name: /\(2 of 2\)/ }).click()
    await page.getByRole('button', { name: 'Compare' }).click()
    const dialog = page.getByRole('dialog')
    await expect(dialog.getByRole('row', { name: /Roof collected/ })).toContainText('1,192 ft²')
    await expect(dialog.getByRole('row', { name: /Roof collected.*differs/ })).toBeVisible()
    await expect(dialog.getByRole('row', { name: /Usable/ })).not.toContainText('best')
    expect(await textFaults(page)).toEqual([])
    await axeClean(page)
    await dialog.getByRole('button', { name: 'Close' }).click()

    await page.getByRole('button', { name: 'Undo', exact: true }).click()
    await expect(page.getByRole('button', { name: /\(1 of 1\)/ })).toBeVisible()
    await expect(page.getByRole('region', { name: 'Snags here' }).getByText('is high at 29 ft 3 in')).toBeVisible()
    await page.getByRole('button', { name: 'Redo' }).click()
    await page.waitForTimeout(600)
    await page.reload()
    await expect(page.getByRole('button', { name: 'Slope it all one way (2 of 2)' })).toBeVisible()
  })

  test('an outlet and a high point are moved on the plan by keys and by pointer; areas follow', async ({ page }) => {
    await openJob(page, 'Tannery Row dye studio', 'Gutter')
    await page.getByRole('button', { name: /First of four totes/ }).click()
    await page.getByLabel('Gutter as it was found').check()
    await page.keyboard.press('Escape')
    const high = page.getByRole('slider', { name: 'High point of Yard gutter' })
    await expect(high).toHaveAttribute('aria-valuetext', '29 ft')
    await high.focus()
    await page.keyboard.press('ArrowRight')
    await expect(high).toHaveAttribute('aria-valuetext', '29 ft 6 in')
    await page.keyboard.press('Shift+ArrowLeft')
    await expect(high).toHaveAttribute('aria-valuetext', /29 ft 5/)
    await page.getByRole('button', { name: 'Undo', exact: true }).click()
    await page.getByRole('button', { name: 'Undo', exact: true }).click()
    await expect(high).toHaveAttribute('aria-valuetext', '29 ft')
    const box = (await high.boundingBox())!
    await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2)
    await page.mouse.down()
    await page.mouse.move(box.x + box.width / 2 - 60, box.y + box.height / 2, { steps: 6 })
    await page.mouse.up()
    await expect(high).not.toHaveAttribute('aria-valuetext', '29 ft')
    // One drag is one step back.
    await page.getByRole('button', { name: 'Undo', exact: true }).click()
    await expect(high).toHaveAttribute('aria-valuetext', '29 ft')
  })

  test('what the water is for is asked first, a bed drinks by the weather, and mains water has its price', async ({ page }) => {
    await openJob(page, 'Withy Hard boathouse', 'Draw')
    await expect(page.getByRole('row', { name: /first flush, at least/ })).toContainText('beds one eats from')
    await page.getByLabel('poultry and stock').check()
    await expect(page.getByRole('row', { name: /first flush, at least/ })).toContainText('poultry and stock')
    await page.getByRole('button', { name: 'A bed', exact: true }).click()
    const bed = page.getByRole('region', { name: 'Bed', exact: true })
    await bed.getByLabel('Area').fill('12 m2')
    await bed.getByLabel('Area').press('Enter')
    await bed.getByLabel('Watered by').selectOption('drip')
    await expect(bed).toContainText(/L a year: \d+\s%/)
    await bed.getByLabel('Entered as').selectOption('task')
    await bed.getByLabel('Wed').check()
    await expect(bed.getByLabel('Sat')).toBeChecked()
    await page.getByRole('button', { name: 'Undo', exact: true }).click()
    await expect(bed.getByLabel('Wed')).not.toBeChecked()
    const mains = page.getByRole('region', { name: 'What mains water would cost' })
    await expect(mains).toContainText('Rain saves £')
    await mains.getByText('Prices').click()
    await mains.getByLabel('Sewer charge, for m³').fill('0')
    await mains.getByLabel('Sewer charge, for m³').press('Enter')
    await expect(mains).toContainText('Payback:')
    // What can be counted on, in the asker's own cans, is the same everywhere.
    const count = page.getByTestId('count-on').filter({ visible: true })
    await expect(count).toContainText(/You can count on \d+ cans? of 10\sL a week/)
    const cans = /count on (\d+) can/.exec(await count.innerText())![1]!
    await expect(page.getByRole('region', { name: 'Figures' })).toContainText(new RegExp(`\\b${cans} cans? a week to count on`))
    expect(await textFaults(page)).toEqual([])
    await axeClean(page)
  })

  test('how much one rain brings is told on Roof, for any depth in any unit', async ({ page }) => {
    await openJob(page, 'Withy Hard boathouse', 'Roof')
    const one = page.getByRole('region', { name: 'How much from one rain' })
    await type(page, 'Rain of', '½ in')
    // 12.7 mm on 41.04 m².
    await expect(one).toContainText(/falls on the roof\s*521\sL/)
    await expect(one).toContainText('comes into the store')
    await type(page, 'Rain of', '2 mm')
    await expect(one).toContainText(/falls on the roof\s*82\sL/)
    await expect(one).toContainText('An empty store holds all of it')
    expect(await textFaults(page)).toEqual([])
    await axeClean(page)
  })

  test('bands are worked out by themselves, and their running can be stopped', async ({ page }) => {
    await openJob(page, 'Withy Hard boathouse', 'Cask')
    await page.getByRole('button', { name: 'Expand' }).click()
    await expect(page.getByText(/of 1000 made records/)).toBeVisible({ timeout: 20_000 })
    await page.getByRole('button', { name: 'Stop the bands' }).click()
    await page.getByRole('button', { name: 'Work out the bands' }).click()
    await expect(page.getByText(/1000 records of 20 years each: mean likely \d+ to \d+\s% met/)).toBeVisible({ timeout: 40_000 })
    await expect(page.getByRole('region', { name: 'Figures' })).toContainText(/with its rain \d+ to \d+\sdays/)
    await page.getByLabel('Show', { exact: true }).selectOption('short')
    await type(page, 'Room along the wall', '1.3 m')
    await type(page, 'Room out from it', '0.7 m')
    const sets = page.getByRole('region', { name: 'Sets from the catalogue' })
    // Once both edits are reckoned: two of 0.58 m stand in 1.3 m, three do not; of slim ones, 0.4 by 0.3 m, six; no tote does.
    await expect(page.getByRole('region', { name: 'Figures' })).toContainText('Room out from it, from 0.0 m to 0.7 m')
    await settled(page)
    await expect(sets).toContainText('2 × ')
    const told = await sets.getByRole('rowheader').allTextContents()
    expect(told.filter((set) => /^[3-6] × /.test(set.trim()) && !set.includes('slim'))).toEqual([])
    expect(told.filter((set) => /^[3-6] × slim/.test(set.trim())).length).toBeGreaterThan(0)
    expect(told.filter((set) => set.includes('tote'))).toEqual([])
    await axeClean(page)
  })

  test('a reading of the job’s own gauge is kept, joined to a longer record, and taken back', async ({ page }) => {
    await openJob(page, 'Withy Hard boathouse', 'Sky')
    await page.getByText(/^Your own gauge/).click()
    await page.getByLabel('Read on').fill('2026-05-03')
    await type(page, 'In the gauge', '12 mm')
    await page.getByRole('button', { name: 'Add', exact: true }).click()
    await expect(page.getByText('3 May 2026, 7:00, 12 mm')).toBeVisible()
    // The same morning twice, and more than falls in a day: asked about, and written down only where it was meant.
    await type(page, 'In the gauge', '150 mm')
    await page.getByRole('button', { name: 'Add', exact: true }).click()
    const asked = page.getByRole('alert').filter({ hasText: '150 mm' })
    await expect(asked).toBeVisible()
    await expect(page.getByText('3 May 2026, 7:00, 150 mm')).toHaveCount(0)
    await asked.getByRole('button', { name: 'Change' }).click()
    await expect(asked).toHaveCount(0)
    await page.getByLabel('Read on').fill('2026-05-04')
    await page.getByRole('button', { name: 'Add', exact: true }).click()
    await asked.getByRole('button', { name: 'Save it all the same' }).click()
    await expect(page.getByText('4 May 2026, 7:00, 150 mm')).toBeVisible()
    await page.getByRole('button', { name: 'Remove the reading of 4 May 2026, 7:00' }).click()
    await page.getByRole('button', { name: 'Import a record' }).click()
    await page.getByText(/^Records already here/).click()
    await page.getByRole('checkbox', { name: 'Withy Hard, made record' }).check()
    await page.getByRole('checkbox', { name: 'Gauge of Withy Hard boathouse' }).check()
    await page.getByRole('button', { name: /Join these 2/ }).click()
    await expect(page.getByText('Withy Hard, made record + Gauge of Withy Hard boathouse', { exact: true })).toBeVisible()
    await settled(page)
    await expect(page.getByLabel(/^Gaps: [12]$/)).toBeVisible()
    await page.getByRole('button', { name: 'Undo', exact: true }).click()
    await expect(page.getByText('Withy Hard, made record', { exact: true })).toBeVisible()
    await page.getByRole('button', { name: 'Remove the reading of 3 May 2026, 7:00' }).click()
    await expect(page.getByText('3 May 2026, 7:00, 12 mm')).toHaveCount(0)
  })
})

test.describe('nonsense', () => {
  test.use({ viewport: { width: 1280, height: 800 } })

  test('is answered in place, with what and how to mend, and nothing is lost', async ({ page }, info) => {
    await openJob(page, 'Withy Hard boathouse', 'Sky')
    await settled(page)
    const kept = await page.getByRole('region', { name: 'Figures' }).textContent()
    await page.getByText('The place: latitude and warmth').click()
    await type(page, 'Latitude', '95')
    await expect(page.getByText(/From [-−]90° to 90°, please/)).toBeVisible()
    await page.getByRole('button', { name: 'Import a record' }).click()
    const sea = info.outputPath('sea.csv')
    writeFileSync(sea, Buffer.alloc(49e6, 'x'))
    await page.getByLabel('File').setInputFiles(sea)
    await expect(page.getByRole('alert')).toContainText('This file has 49 MB')
    await page.getByRole('button', { name: 'Close' }).click()
    await page.getByRole('button', { name: 'Use monthly means' }).click()
    await page.getByLabel('Paste a table').fill(`${RAIN.join('\t')}\t9\n${DAYS.join('\t')}\t3`)
    await page.getByRole('button', { name: 'Read the table' }).click()
    await expect(page.getByRole('alert')).toContainText('this table has 13 values')
    await page.getByLabel('Paste a table').fill(`${RAIN.join('\t')}\n${DAYS.with(1, '31').join('\t')}`)
    await page.getByRole('button', { name: 'Read the table' }).click()
    await expect(page.getByRole('alert')).toContainText('February has fewer days than 31 rain days')
    await page.getByRole('button', { name: 'Undo', exact: true }).click()

    await goTo(page, 'Roof')
    await type(page, 'Along the eave', '0')
    await expect(page.getByText(/From 0\.1\sm to 500/)).toBeVisible()
    await type(page, 'Along the eave', '-4 m')
    await expect(page.getByText(/is no measure we can read|From 0\.1/)).toBeVisible()
    await page.getByText('Describe the whole roof anew').click()
    await page.getByText('An outline from a map').click()
    const paste = async (ring: number[][]) => {
      await page.getByLabel('Paste a polygon').fill(JSON.stringify({ type: 'Polygon', coordinates: [ring] }))
      await page.getByRole('button', { name: 'Take this outline' }).click()
    }
    await paste([
      [0, 51],
      [0.05, 51],
      [0.05, 51.03],
      [0, 51.03],
      [0, 51],
    ])
    await expect(page.getByRole('alert')).toContainText('over ten hectares')
    await paste([
      [0, 51],
      [0.0002, 51.0001],
      [0.0002, 51],
      [0, 51.0001],
      [0, 51],
    ])
    await expect(page.getByRole('alert')).toContainText('Its sides cross')
    await page.getByLabel('Shape', { exact: true }).selectOption('hip')
    await type(page, 'From eave to eave, on the level', '30 m')
    await page.getByRole('button', { name: 'Use this roof' }).click()
    await expect(page.getByRole('alert').last()).toContainText(/This makes no roof: a hip roof should not be wider .* but is 30\.0\sm/)
    await page.getByLabel('Shape', { exact: true }).selectOption('free')
    await page.getByLabel(/^Sides in order/).fill('8; 4; 5; 4')
    await page.getByRole('button', { name: 'Use this roof' }).click()
    await expect(page.getByRole('alert').last()).toContainText(/ends 3,000\smm from the first/)
    await settled(page)
    expect((await page.getByRole('region', { name: 'Figures' }).textContent())?.match(/[\d,]+L/)?.[0]).toBe(kept?.match(/[\d,]+L/)?.[0])

    await page.getByLabel(/^Sides in order/).fill('8; 4; 5 R; 3; 3; 7')
    await page.getByRole('button', { name: 'Use this roof' }).click()
    await expect(page.getByText(/holds 41\.0\sm²/)).toBeVisible()
  })
})

test.describe('phone', () => {
  test.use({ viewport: { width: 390, height: 844 } })

  for (const station of ['Sky', 'Roof', 'Gutter', 'Draw']) {
    test(`${station} is whole, legible and clean`, async ({ page }) => {
      await openJob(page, 'Tannery Row dye studio', station)
      await settled(page)
      expect(await textFaults(page)).toEqual([])
      await axeClean(page)
    })
  }
  test('schemes are compared on a phone', async ({ page }) => {
    await openJob(page, 'Tannery Row dye studio')
    await page.getByRole('button', { name: 'All stations' }).click()
    await page.getByRole('button', { name: /First of four totes/ }).click()
    await page.getByRole('button', { name: 'Compare' }).click()
    await expect(page.getByRole('dialog').getByRole('row', { name: /Demand met/ })).toContainText('%')
    expect(await textFaults(page)).toEqual([])
    await axeClean(page)
  })
})
