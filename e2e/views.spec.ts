import { axeClean, expect, goTo, turnTo, openJob, openJobs, settled, test, textFaults } from './support'

const SIZES = { desk: { width: 1280, height: 800 }, phone: { width: 390, height: 844 } }
const STATIONS = ['Sky', 'Roof', 'Gutter', 'Drop', 'Cask', 'Spill', 'Draw']
const JOBS = ['Withy Hard boathouse', 'Tannery Row dye studio', 'Pear Lane tram-stop shelter']

for (const [size, viewport] of Object.entries(SIZES)) {
  for (const theme of ['light', 'dark'] as const) {
    test.describe(`${size}, ${theme}`, () => {
      test.use({ viewport, colorScheme: theme })

      test('the jobs: no text on another, none cut off, axe clean', async ({ page }) => {
        await openJobs(page)
        await expect(page.locator('html')).toHaveAttribute('data-theme', theme)
        expect(await textFaults(page)).toEqual([])
        await axeClean(page)
      })

      for (const job of JOBS) {
        test(`${job}, every station: no text on another, none cut off${job === JOBS[0] ? ', axe clean' : ''}`, async ({ page }) => {
          await openJob(page, job)
          await settled(page)
          for (const station of STATIONS) {
            await goTo(page, station)
            expect([station, await textFaults(page)]).toEqual([station, []])
            if (job === JOBS[0]) await axeClean(page)
          }
        })
      }

      test('the log, every part of it: no text on another, none cut off, axe clean', async ({ page }) => {
        await openJobs(page)
        for (const job of ['demo-pear-lane', 'demo-tannery-row']) {
          await page.goto(`/job/${job}?doing=log`)
          for (const part of ['Today', 'Entries', 'What it shows', 'Care', 'Frost', 'Trainer']) {
            await page.getByRole('tab', { name: part }).click()
            await expect(page.getByRole('tab', { name: part })).toHaveAttribute('aria-selected', 'true')
            await expect(page.getByText('The years are being run…')).toHaveCount(0)
            await expect(page.getByRole('tabpanel').locator('h2').first()).toBeVisible()
            expect([job, part, await textFaults(page)]).toEqual([job, part, []])
            await axeClean(page)
            expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(viewport.width)
          }
        }
      })
    })
  }
}

test('the widened cask sheet: no text on another, axe clean', async ({ page }) => {
  await openJob(page, JOBS[0]!, 'Cask')
  await settled(page)
  await page.getByRole('button', { name: 'Expand' }).click()
  await expect(page.getByText('The knee is near')).toBeVisible()
  await settled(page)
  expect(await textFaults(page)).toEqual([])
  await axeClean(page)
})

test('American terms and feet reach every word and figure', async ({ page }) => {
  await openJob(page, 'Tannery Row dye studio')
  await settled(page)
  for (const station of STATIONS) {
    await goTo(page, station)
    const text = await page.locator('body').innerText()
    expect(text).not.toMatch(/\b(butt|downpipe)s?\b/i)
    expect(text).not.toMatch(/\d\s?(mm|L)\b(?!\/m)/)
  }
  for (const part of ['today', 'entries', 'shows', 'care', 'seasons']) {
    await page.goto(`/job/demo-tannery-row?doing=log&log=${part}`)
    await expect(page.getByRole('tab', { name: 'Today' })).toBeVisible()
    await expect(page.getByRole('tabpanel').locator('h2').first()).toBeVisible()
    const text = await page.locator('body').innerText()
    expect(text).not.toMatch(/\b(butt|downpipe|mains)s?\b/i)
    // The typed table's example is of a logger in millimetres.
    expect(text).not.toMatch(/\d\s?(mm|L|°C)\b(?!\/m)/)
  }
})

test('the keys are listed by ?, and lead to the stations', async ({ page }) => {
  await openJob(page, JOBS[0]!)
  await page.keyboard.press('?')
  await expect(page.getByRole('heading', { name: 'Help and keys' })).toBeVisible()
  await axeClean(page)
  await page.keyboard.press('Escape')
  await page.keyboard.press('7')
  await expect(page.getByRole('heading', { name: /^Draw/, level: 2 })).toBeVisible()
})

test.describe('a small phone in the yard', () => {
  test.use({ viewport: { width: 360, height: 640 } })

  test('the largest type is one touch away, the head stays whole while a wait runs, all that is pressed is as large as a thumb', async ({
    page,
  }) => {
    await openJob(page, JOBS[1]!)
    await page.getByRole('button', { name: 'Yard view: high contrast, largest type' }).click()
    await expect(page.locator('html')).toHaveAttribute('data-type', 'large')
    await page.getByRole('button', { name: 'Build', exact: true }).click()
    await page.getByRole('tab', { name: 'Order of work' }).click()
    await page.getByRole('button', { name: 'Begin the wait', disabled: false }).first().click()
    await expect(page.getByTestId('timer')).toBeVisible()
    expect(await textFaults(page)).toEqual([])
    for (const name of ['Trial', 'Build', 'Log', 'Undo']) {
      const box = (await page.getByRole('button', { name, exact: true }).boundingBox())!
      expect([name, box.x >= 0 && box.x + box.width <= 360]).toEqual([name, true])
    }
    await page.getByRole('button', { name: 'Build', exact: true }).click()
    for (const station of STATIONS) {
      await goTo(page, station)
      expect([station, await textFaults(page)]).toEqual([station, []])
      expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(360)
      const low = await page
        .locator('summary:visible, label:visible:has(> input), select:visible, input.field:visible, .btn:visible')
        .evaluateAll((all) => all.filter((each) => each.getBoundingClientRect().height < 43.5).map((each) => each.textContent))
      expect([station, low]).toEqual([station, []])
    }
    await goTo(page, 'Drop')
    const grips = await page.locator('.grip .thumb').evaluateAll((all) => all.map((each) => each.getBoundingClientRect().height))
    expect(grips.length).toBeGreaterThan(0)
    for (const high of grips) expect(high).toBeGreaterThanOrEqual(43.5)
    // The settings are whole.
    await page.getByRole('button', { name: 'All stations' }).click()
    await page.getByRole('button', { name: /American, ft/ }).click()
    const menu = (await page.getByLabel('Units', { exact: true }).boundingBox())!
    expect(menu.x + menu.width).toBeLessThanOrEqual(360)
    expect(menu.y + menu.height).toBeLessThanOrEqual(640)
  })
})

/** Small phones, phones across, tablets both ways, laptops, desks enlarged and desks of four kinds. */
const WIDTHS = [
  [320, 640],
  [640, 400],
  [820, 1180],
  [844, 390],
  [1024, 768],
  [1180, 820],
  [1440, 900],
  [1920, 1080],
  [2560, 1440],
] as const
for (const [width, height] of WIDTHS)
  test(`${width} × ${height}: no text on another, none cut off, nothing beside the page`, async ({ page }) => {
    await page.setViewportSize({ width, height })
    const whole = async (what: string) => {
      expect([what, await textFaults(page)]).toEqual([what, []])
      expect([what, await page.evaluate(() => document.documentElement.scrollWidth)]).toEqual([what, width])
    }
    await openJobs(page)
    await whole('jobs')
    await openJob(page, JOBS[1]!)
    await settled(page)
    for (const station of STATIONS) {
      await goTo(page, station)
      await whole(station)
      // What stands in the head is pressed, not covered by its neighbour.
      const covered = await page.locator('header .btn:visible').evaluateAll((all) =>
        all
          .filter((each) => {
            const { left, top, width: across, height: high } = each.getBoundingClientRect()
            const at = document.elementFromPoint(left + across / 2, top + high / 2)
            return !each.contains(at) && !at?.contains(each)
          })
          .map((each) => each.textContent),
      )
      expect([station, covered]).toEqual([station, []])
    }
    for (const doing of ['Trial', 'Build', 'Log'] as const) {
      await turnTo(page, doing)
      await whole(doing)
    }
  })
