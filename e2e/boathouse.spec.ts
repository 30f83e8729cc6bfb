import { readFileSync } from 'node:fs'
import { axeClean, deleteJob, expect, goTo, openJob, openJobs, search, settled, STRANGER, test } from './support'

const NAME = 'Withy Hard boathouse'

test('a figure opens to its working, follows the job, and gives the focus back', async ({ page }) => {
  await openJob(page, NAME, 'Cask')
  await settled(page)
  const figure = page.getByRole('region', { name: 'Cask' }).getByRole('button', { name: /192 L, show its working/ })
  await figure.click()
  const slip = page.getByRole('dialog', { name: 'Working: usable' })
  await expect(slip).toContainText('1,340 mm')
  await expect(slip).toContainText('535 mm')
  await expect(slip).toContainText('Source: geometry.')
  await axeClean(page)
  await page.keyboard.press('Escape')
  await expect(slip).toBeHidden()
  await expect(figure).toBeFocused()
})

test('the mark is nudged too high by keyboard, told, mended, undone and done again', async ({ page }) => {
  await openJob(page, NAME)
  await settled(page)
  const grip = page.getByRole('slider', { name: 'Upper cut mark' })
  await expect(grip).toHaveAttribute('aria-valuetext', /1,355/)
  await grip.focus()
  await page.keyboard.press('Shift+ArrowUp')
  await expect(grip).toHaveAttribute('aria-valuetext', /1,356/)
  for (let i = 0; i < 5; i++) await page.keyboard.press('ArrowUp')
  await expect(page.getByText('the butt will spill at its lid before it shuts off', { exact: false })).toBeVisible()
  await page.getByRole('button', { name: 'Mend: upper mark to 1,355 mm' }).click()
  await expect(page.getByText('will spill at its lid', { exact: false })).toBeHidden()
  await expect(grip).toHaveAttribute('aria-valuetext', /1,355/)
  await page.keyboard.press('Control+z')
  await expect(page.getByText('will spill at its lid', { exact: false })).toBeVisible()
  await page.keyboard.press('Control+y')
  await expect(page.getByText('will spill at its lid', { exact: false })).toBeHidden()
})

test('the mark is dragged, and the drag is one step', async ({ page }) => {
  await openJob(page, NAME)
  await settled(page)
  const grip = page.getByRole('slider', { name: 'Upper cut mark' })
  const box = (await grip.boundingBox())!
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2]
  await page.mouse.move(x, y)
  await page.mouse.down()
  for (let i = 1; i <= 8; i++) await page.mouse.move(x, y - 4 * i)
  await page.mouse.up()
  await expect(grip).toHaveAttribute('aria-valuetext', /1,395/)
  await expect(page.getByText('will spill at its lid', { exact: false })).toBeVisible()
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(grip).toHaveAttribute('aria-valuetext', /1,355/)
})

test('what the last edit changed stands in the tally in words', async ({ page }) => {
  await openJob(page, NAME, 'Cask')
  await settled(page)
  await search(page, 'Vessel', 'barrel 100', /^Butt, 100/)
  await settled(page)
  const tally = page.getByRole('region', { name: 'Figures' })
  await expect(tally).toContainText('Vessel, from 210 L to 100 L')
  await expect(tally).toContainText(/points less/)
  await expect(tally).toContainText(/L less/)
})

test('the other filling brings an overflow, and the trough comes back', async ({ page }) => {
  await openJob(page, NAME)
  await page.getByRole('button', { name: 'Find trains' }).click()
  await page.getByRole('button', { name: 'Fit: Whole pipe on to a screened lid' }).click()
  await goTo(page, 'Spill')
  await expect(page.getByLabel('Overflow, inside')).toHaveValue('46 mm')
  await expect(page.getByRole('slider', { name: 'Overflow height' })).toBeVisible()
  await page.getByLabel('Overflow, inside').fill('20')
  await page.keyboard.press('Enter')
  await expect(page.getByText(/what leads it away passes|the pipe behind the hole passes/).first()).toBeVisible()
  await goTo(page, 'Drop')
  await page.getByRole('button', { name: 'Find trains' }).click()
  await page.getByRole('button', { name: 'Fit: Ring trough' }).click()
  await goTo(page, 'Spill')
  await expect(page.getByText('Self-levelling: when the butt is full', { exact: false })).toBeVisible()
})

test('cut marks come out from paving, rim and outlet', async ({ page }) => {
  await openJob(page, NAME)
  const row = (name: string) => page.getByRole('row', { name: new RegExp(name) })
  await expect(row('above the paving')).toContainText(/1,355\smm\s*1,325\smm/)
  await expect(row("below the butt's rim")).toContainText(/10\smm\s*40\smm/)
  await expect(row('below the gutter outlet')).toContainText(/955\smm\s*985\smm/)
})

test('nonsense in a field is told there, and the old value stands', async ({ page }) => {
  await openJob(page, NAME, 'Cask')
  const field = page.getByLabel('Stand height')
  await field.fill('tall')
  await page.keyboard.press('Enter')
  await expect(page.getByText('“tall” is no measure we can read', { exact: false })).toBeVisible()
  await expect(field).toHaveAttribute('aria-invalid', 'true')
  await page.keyboard.press('Escape')
  await expect(field).toHaveValue('480 mm')
  await field.fill(`1' 6 1/2"`)
  await expect(page.getByText('understood: 470 mm')).toBeVisible()
  await page.keyboard.press('Enter')
  await expect(field).toHaveValue('470 mm')
  await field.fill('40 m')
  await page.keyboard.press('Enter')
  await expect(page.getByText('From -5,000 mm to 12,000 mm', { exact: false })).toBeVisible()
})

test('it is there after a reload in the middle of an edit', async ({ page }) => {
  await openJob(page, NAME, 'Cask')
  await page.getByLabel('Stand height').fill('300')
  await page.keyboard.press('Enter')
  // At once: the autosave has not run yet.
  await page.reload()
  await expect(page.getByLabel('Stand height')).toHaveValue('300 mm')
})

test('two tabs see each other, and neither writes over the other unseen', async ({ page, context }) => {
  await openJob(page, NAME, 'Cask')
  const other = await context.newPage()
  await openJob(other, NAME, 'Cask')
  await page.getByLabel('Stand height').fill('300')
  await page.keyboard.press('Enter')
  await expect(other.getByLabel('Stand height')).toHaveValue('300 mm')
  await other.close()
})

test('what is half typed stays while another tab changes the job', async ({ page, context }) => {
  await openJob(page, NAME, 'Cask')
  const other = await context.newPage()
  await openJob(other, NAME, 'Cask')
  await other.getByLabel('Stand height').fill('33')
  await page.getByLabel('Stand height').fill('300')
  await page.keyboard.press('Enter')
  await expect(other.getByRole('region', { name: 'Figures' }).getByText('Taken over from another tab')).toBeVisible()
  await expect(other.getByLabel('Stand height')).toHaveValue('33')
  // Left without being taken, it is the other tab's again.
  await other.keyboard.press('Escape')
  await expect(other.getByLabel('Stand height')).toHaveValue('300 mm')
  // A reading of the second measurement is a field of another make.
  await other.getByRole('button', { name: 'Build', exact: true }).click()
  await other.getByRole('tab', { name: 'Order of work' }).click()
  await other.locator('[data-step="measure:trough"]').getByRole('button').first().click()
  await other.getByLabel('First measurement').fill('11')
  await page.getByLabel('Stand height').fill('310')
  await page.keyboard.press('Enter')
  await expect(other.locator('[data-step="base:butt"]')).toContainText('310')
  await expect(other.getByLabel('First measurement')).toHaveValue('11')
  await other.close()
})

test('the file goes out, and comes into another profile as the same bytes', async ({ page, browser }) => {
  await openJob(page, NAME, 'Cask')
  await page.getByLabel('Stand height').fill('455')
  await page.keyboard.press('Enter')
  const take = async (from: typeof page) => {
    const [download] = await Promise.all([from.waitForEvent('download'), from.getByRole('button', { name: 'Export', exact: true }).click()])
    return { name: download.suggestedFilename(), text: readFileSync(await download.path(), 'utf8') }
  }
  const first = await take(page)
  expect(first.name).toBe('Withy Hard boathouse.cask.json')

  const profile = await browser.newContext({ storageState: STRANGER })
  const fresh = await profile.newPage()
  await openJobs(fresh)
  // The demo job of that name is there and differs: it asks.
  await fresh
    .getByLabel('Import a job file')
    .setInputFiles({ name: first.name, mimeType: 'application/json', buffer: Buffer.from(first.text) })
  await fresh.getByRole('button', { name: 'Replace the one here' }).click()
  await expect(fresh.getByRole('heading', { name: NAME, level: 1 })).toBeVisible()
  expect((await take(fresh)).text).toBe(first.text)
  await profile.close()
})

test('a broken file changes nothing and says where it is broken', async ({ page }) => {
  await openJobs(page)
  const bring = (text: string) =>
    page.getByLabel('Import a job file').setInputFiles({ name: 'job.cask.json', mimeType: 'application/json', buffer: Buffer.from(text) })
  const alert = page.getByRole('alert')
  await bring('{"hello": 1}')
  await expect(alert).toContainText('some other kind of file')
  await bring('{"format"')
  await expect(alert).toContainText('not a job file')
  await bring('{"format":"vernal-cask-job","version":1,"job":{"id":"x"},"records":[]}')
  await expect(alert).toContainText('job.name')
  await expect(alert).toContainText('Nothing has been changed.')
  await expect(page.getByRole('heading', { level: 2 })).toHaveCount(4)
})

test('a removed job can be put back', async ({ page }) => {
  await openJobs(page)
  await deleteJob(page, NAME)
  await expect(page.getByRole('heading', { name: NAME })).toBeHidden()
  await page.getByRole('button', { name: 'Restore' }).click()
  await expect(page.getByRole('heading', { name: NAME })).toBeVisible()
})

test.describe('with its service worker', () => {
  test.use({ serviceWorkers: 'allow' })
  test('it works without a signal once it has been loaded', async ({ page, context }) => {
    await openJobs(page)
    await page.evaluate(async () => {
      await navigator.serviceWorker.ready
    })
    await page.reload()
    await context.setOffline(true)
    await page.reload()
    await expect(page.getByRole('heading', { name: NAME })).toBeVisible()
    await page.getByRole('link', { name: `Open ${NAME}` }).click()
    await settled(page)
    await context.setOffline(false)
  })
})

test.describe('a first visit', () => {
  test.use({ expectErrors: true, visited: false })
  test('whose question is cut off asks again, and shows the demo jobs', async ({ page }) => {
    let asked = 0
    await page.route('**/api/v1/welcome', (route) => (++asked <= 2 ? route.abort() : route.continue()))
    await page.goto('/')
    await expect(page.getByRole('heading', { name: NAME })).toBeVisible()
    expect(asked).toBe(3)
  })
  test('that gets no answer shows none, and shows them at the next visit', async ({ page }) => {
    await page.clock.install()
    await page.route('**/api/v1/welcome', (route) => route.abort())
    await page.goto('/')
    await expect(page.getByRole('button', { name: 'New job' })).toBeVisible()
    await page.clock.runFor(20_000)
    expect(await page.evaluate(() => localStorage.getItem('vernal-cask-welcomed'))).toBeNull()
    await page.unroute('**/api/v1/welcome')
    await page.reload()
    await page.clock.runFor(1000)
    await expect(page.getByRole('heading', { name: NAME })).toBeVisible()
  })
})
