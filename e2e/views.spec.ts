import { axeClean, expect, goTo, openJob, openJobs, settled, test, textFaults } from './support'

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
          // Seven stations, each looked at by axe: half a minute where nothing else runs.
          test.setTimeout(150_000)
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
        test.setTimeout(150_000)
        await openJobs(page)
        for (const job of ['demo-pear-lane', 'demo-tannery-row']) {
          for (const part of ['today', 'entries', 'shows', 'care', 'seasons', 'trainer']) {
            await page.goto(`/job/${job}?doing=log&log=${part}`)
            await expect(page.getByRole('tab', { name: 'Today' })).toBeVisible()
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
