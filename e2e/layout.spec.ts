import { readFileSync } from 'node:fs'
import type { Locator, Page } from '@playwright/test'
import { axeClean, chooseScheme, expect, goTo, openJob, openJobs, settled, test, textFaults } from './support'

/** Where things stand, and what follows from it, as an installer sets it out: on the plan, by hand and in figures. */

const site = (page: Page) => page.getByRole('region', { name: 'Where it stands' })
const butt = (page: Page) => page.getByRole('button', { name: /^Butt: move by/ })
const hose = (page: Page) => site(page).getByText(/^hose: /)
/** Feet and inches, by the menu. */
async function chooseUnits(page: Page) {
  await page.getByRole('button', { name: /British, mm/ }).click()
  await page.getByLabel('Units').selectOption({ index: 1 })
  await page.keyboard.press('Escape')
}
/** The fields of a place on the plan. */
const placeNamed = (page: Page, name: string) =>
  site(page)
    .locator('details')
    .filter({ has: page.locator('summary').getByText(name, { exact: true }) })

async function fill(page: Page | Locator, label: string, value: string) {
  const field = page.getByLabel(label, { exact: true })
  await field.fill(value)
  await field.press('Enter')
}

test('a butt moved on the plan by pointer, by keys and by typing takes its hose with it, in both systems; undo brings all back', async ({
  page,
}) => {
  await openJob(page, 'Withy Hard boathouse', 'Cask')
  await expect(hose(page)).toHaveText('hose: 0.6\u00A0m, 0 bends')
  await fill(page, 'Right of the pipe, its middle', '-1.86 m')
  // A metre further off along the wall.
  await expect(hose(page)).toHaveText('hose: 1.56\u00A0m, 0 bends')
  await butt(page).focus()
  await page.keyboard.press('ArrowRight')
  await expect(page.getByLabel('Right of the pipe, its middle', { exact: true })).toHaveValue('-1.81 m')
  await page.getByRole('button', { name: 'Undo' }).click()
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(hose(page)).toHaveText('hose: 0.6\u00A0m, 0 bends')
  const box = (await butt(page).boundingBox())!
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2)
  await page.mouse.down()
  await page.mouse.move(box.x + box.width / 2 - 60, box.y + box.height / 2 + 20, { steps: 6 })
  await page.mouse.up()
  await expect(hose(page)).not.toHaveText('hose: 0.6\u00A0m, 0 bends')
  // One drag is one step back.
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(hose(page)).toHaveText('hose: 0.6\u00A0m, 0 bends')
  await chooseUnits(page)
  await expect(hose(page)).toContainText(/1 ft 11\S* in/)
  await fill(page, 'Out from the wall, its middle', '2 ft')
  await expect(page.getByLabel('Out from the wall, its middle', { exact: true })).toHaveValue('2 ft')
})

test('what is moved is there after the page is loaded again, cuts and bill with it', async ({ page }) => {
  await openJob(page, 'Tannery Row dye studio', 'Cask')
  await chooseScheme(page, 'Four totes, linked low')
  await page.getByLabel('Vessel', { exact: true }).first().selectOption({ label: 'Tote 4' })
  const last = site(page)
    .getByText(/^link: /)
    .last()
  await expect(last).toContainText('11⅞\u00A0in')
  const along = page.getByLabel('Right of the pipe, its middle', { exact: true })
  const was = await along.inputValue()
  await fill(page, 'Right of the pipe, its middle', '18 ft')
  await expect(last).not.toContainText('11⅞\u00A0in')
  const longer = await last.textContent()
  await expect(page.locator('.strip [role=status]')).toContainText('Saved')
  await page.reload()
  await expect(
    site(page)
      .getByText(/^link: /)
      .last(),
  ).toHaveText(longer!)
  expect(was).not.toBe('18 ft')
})

test('a thumb that scrolls past a handle moves nothing; one that rests on it does', async ({ browser, baseURL }) => {
  const context = await browser.newContext({
    viewport: { width: 390, height: 844 },
    hasTouch: true,
    isMobile: true,
    baseURL: baseURL!,
  })
  const page = await context.newPage()
  await openJob(page, 'Withy Hard boathouse', 'Cask')
  await site(page).scrollIntoViewIfNeeded()
  const before = await hose(page).textContent()
  const client = await context.newCDPSession(page)
  const touch = (type: 'touchStart' | 'touchMove' | 'touchEnd', x: number, y: number) =>
    client.send('Input.dispatchTouchEvent', { type, touchPoints: type === 'touchEnd' ? [] : [{ x, y }] })
  const middle = async () => {
    const { x, y, width, height } = (await butt(page).boundingBox())!
    return { x: x + width / 2, y: y + height / 2 }
  }
  const swipe = await middle()
  await touch('touchStart', swipe.x, swipe.y)
  for (let i = 1; i <= 6; i++) await touch('touchMove', swipe.x, swipe.y - i * 15)
  await touch('touchEnd', swipe.x, swipe.y - 90)
  await page.waitForTimeout(500)
  await expect(hose(page)).toHaveText(before!)
  await butt(page).scrollIntoViewIfNeeded()
  const rest = await middle()
  await touch('touchStart', rest.x, rest.y)
  await page.waitForTimeout(500)
  for (let i = 1; i <= 6; i++) await touch('touchMove', rest.x - i * 10, rest.y)
  await touch('touchEnd', rest.x - 60, rest.y)
  await expect(hose(page)).not.toHaveText(before!)
  await context.close()
})

test('any vessel of a group is named, exchanged, set on a base of real parts, and its holes are set in figures', async ({ page }) => {
  await openJob(page, 'Tannery Row dye studio', 'Cask')
  await chooseScheme(page, 'Four totes, linked low')
  await page.getByLabel('Vessel', { exact: true }).first().selectOption({ label: 'Tote 3' })
  await fill(page, 'Its name', 'By the gate')
  await expect(page.getByRole('button', { name: 'By the gate', exact: true })).toBeVisible()
  // Sixteen inches are two courses; an inch more wants something made up.
  await fill(page, 'Stand height', '17 in')
  await expect(page.getByText(/1 in are made up by mortar or shims/)).toBeVisible()
  await page.getByRole('button', { name: 'Build to 1 ft 6 in' }).click()
  await expect(page.getByLabel('Stand height', { exact: true })).toHaveValue('1 ft 6 in')
  await expect(page.getByText(/made up by mortar/)).toBeHidden()
  // A slab under the blocks raises all of it by its own height.
  await page.getByRole('region', { name: 'What it stands on' }).getByRole('button', { name: 'slab', exact: true }).click()
  await expect(page.getByLabel('Stand height', { exact: true })).toHaveValue('1 ft 8 in')
  await page.getByRole('button', { name: 'Take slab out' }).click()
  await expect(page.getByLabel('Stand height', { exact: true })).toHaveValue('1 ft 6 in')
  // By its rim: an inch lower is an inch less of stand.
  await fill(page, 'Rim over the paving', '5 ft')
  await expect(page.getByLabel('Rim over the paving', { exact: true })).toHaveValue('5 ft')
  const holes = page.getByRole('region', { name: 'Holes and openings' })
  await expect(holes.getByText('A pipe is tied to it.').first()).toBeHidden()
  await holes.getByRole('button', { name: 'vent' }).click()
  await expect(holes.locator('summary', { hasText: 'vent' })).toHaveCount(2)
  await page.getByLabel('Vessel', { exact: true }).first().selectOption({ label: 'Tote 1' })
  await holes.locator('summary', { hasText: 'overflow' }).click()
  const opened = holes.locator('details').filter({ hasText: 'overflow' })
  const under = opened.getByLabel('Lower edge under the rim', { exact: true })
  await under.fill('6 in')
  await under.press('Enter')
  await expect(holes.locator('summary', { hasText: 'overflow' })).toContainText('6\u00A0in under the rim')
  await opened.getByLabel('Side', { exact: true }).selectOption({ label: "6 o'clock" })
  await expect(holes.locator('summary', { hasText: 'overflow' })).toContainText("6 o'clock")
  expect(await textFaults(page)).toEqual([])
  await axeClean(page)
})

test('a hole is put into a place that the vessel is made with, and taken back by one undo', async ({ page }) => {
  await openJob(page, 'Withy Hard boathouse', 'Cask')
  const holes = page.getByRole('region', { name: 'Holes and openings' })
  const tap = holes.locator('details').filter({ hasText: 'outlet' }).first()
  await tap.locator('summary').click()
  const place = tap.getByLabel('Sits in', { exact: true })
  await expect(place.locator('option:checked')).toHaveText('its own hole, as below')
  await place.selectOption({ label: "flat, 60\u00A0mm, 9 o'clock" })
  await expect(tap.locator('summary')).toContainText("9 o'clock")
  await expect(tap.getByLabel('Middle over the foot', { exact: true })).toHaveValue('60 mm')
  await expect(place.locator('option:checked')).toHaveText("flat, 60\u00A0mm, 9 o'clock")
  await page.keyboard.press('Control+z')
  await expect(tap.getByLabel('Middle over the foot', { exact: true })).toHaveValue('55 mm')
  await expect(place.locator('option:checked')).toHaveText('its own hole, as below')
  await openJob(page, 'Tannery Row dye studio', 'Cask')
  await expect(holes.locator('summary', { hasText: 'its own valve' })).toHaveCount(1)
  expect(await textFaults(page)).toEqual([])
  await axeClean(page)
})

test('a tank that is made lower keeps its overflow as far under the rim, and nothing says that its holes have no room', async ({
  page,
}) => {
  await openJob(page, 'Tannery Row dye studio', 'Cask')
  const holes = page.getByRole('region', { name: 'Holes and openings' })
  const overflow = holes.locator('summary', { hasText: 'overflow' })
  const before = await overflow.textContent()
  await fill(page, 'Outside height', '3 ft')
  await expect(page.getByLabel('Outside height', { exact: true })).toHaveValue('3 ft')
  await expect(overflow).toHaveText(before!)
  await expect(page.getByRole('region', { name: 'Snags' })).not.toContainText('too near the rim')
})

test('a pipe is led round a corner on the plan and straight again; a tape that says otherwise is settled', async ({ page }) => {
  await openJob(page, 'Tannery Row dye studio', 'Cask')
  await chooseScheme(page, 'Four totes, linked low')
  const links = site(page).getByText(/^link: /)
  await expect(links.first()).toContainText('11⅞\u00A0in, 0 bends')
  await site(page)
    .getByRole('button', { name: /^Put a corner into link/ })
    .first()
    .click()
  const corner = page.getByRole('button', { name: /^Corner 1: move/ })
  await corner.focus()
  for (let i = 0; i < 8; i++) await page.keyboard.press('ArrowDown')
  await expect(links.first()).not.toContainText('0 bends')
  await site(page)
    .getByRole('button', { name: /^Lead link.* straight again/ })
    .click()
  await expect(links.first()).toContainText('11⅞\u00A0in, 0 bends')
  await page.getByLabel('Length as measured', { exact: true }).first().fill('1 ft 3 in')
  await page.getByLabel('Length as measured', { exact: true }).first().press('Enter')
  const snags = page.getByRole('region', { name: 'Snags' })
  await expect(snags).toContainText('The link was measured as 1 ft 3\u00A0in; from where things stand it is 11⅞\u00A0in.')
  await snags.getByText(/The link was measured/).click()
  await page
    .getByRole('button', { name: /The tape is right: move the vessel/ })
    .first()
    .click()
  await expect(links.first()).toContainText('1 ft 3\u00A0in')
  await expect(snags).not.toContainText('was measured as')
})

test('seen from the yard, and the picture is kept as SVG and as PNG', async ({ page }) => {
  await openJob(page, 'Tannery Row dye studio', 'Cask')
  await site(page).getByRole('button', { name: 'From the yard' }).click()
  await expect(page.getByRole('group', { name: /at the first wall, seen from the yard/ })).toBeVisible()
  // What is chosen is seen to be, wherever one of several is pressed.
  const ground = (name: string) =>
    site(page)
      .getByRole('button', { name })
      .evaluate((button) => getComputedStyle(button).backgroundColor)
  expect(await ground('From the yard')).not.toBe(await ground('From above'))
  const saved = page.waitForEvent('download')
  await site(page).getByRole('button', { name: 'Save as SVG' }).click()
  const file = await saved
  expect(file.suggestedFilename()).toContain('.svg')
  const text = await (await file.createReadStream()).toArray().then((parts) => Buffer.concat(parts).toString())
  expect(text).toContain('Tote 1')
  expect(text).toMatch(/^<svg[^>]*xmlns="http:\/\/www\.w3\.org\/2000\/svg"/)
  const png = page.waitForEvent('download')
  await site(page).getByRole('button', { name: 'Save as PNG' }).click()
  const picture = await png
  expect(picture.suggestedFilename()).toContain('.png')
  const bytes = await (await picture.createReadStream()).toArray().then((parts) => Buffer.concat(parts))
  // Width and height stand in the header (PNG specification, IHDR): three pixels for one of the drawing's.
  const box = await page
    .getByRole('group', { name: /at the first wall, seen from the yard/ })
    .evaluate((svg) => [(svg as unknown as SVGSVGElement).viewBox.baseVal.width, (svg as unknown as SVGSVGElement).viewBox.baseVal.height])
  expect(bytes.subarray(1, 4).toString()).toBe('PNG')
  expect(bytes.readUInt32BE(16)).toBe(Math.round(box[0]! * 3))
  expect(bytes.readUInt32BE(20)).toBe(Math.round(box[1]! * 3))
})

test('starters are looked for by what one has and what one wants', async ({ page }) => {
  await openJob(page, 'Withy Hard boathouse', 'Cask')
  await settled(page)
  await page.getByRole('button', { name: 'Start from an arrangement' }).click()
  await expect(page.getByText('21 of 21')).toBeVisible()
  await page.getByRole('button', { name: 'tote', exact: true }).click()
  await page.getByRole('button', { name: 'first flush', exact: true }).click()
  await expect(page.getByText(/^[2-5] of 21$/)).toBeVisible()
  await page.getByRole('searchbox', { name: 'Look for' }).fill('drum pump xyz')
  await expect(page.getByText('0 of 21')).toBeVisible()
  await axeClean(page)
})

test('an American job begins with American goods', async ({ page }) => {
  await openJobs(page)
  await page.getByRole('button', { name: 'New job' }).click()
  await page.getByLabel('Name of the job').fill('Creek shed')
  await page.getByLabel('Language').selectOption({ label: 'American' })
  await page.getByRole('button', { name: 'Create job' }).click()
  await page.getByRole('button', { name: 'To the drawing' }).click()
  await expect(page.getByRole('heading', { name: 'Creek shed', level: 1 })).toBeVisible()
  await goTo(page, 'Cask')
  await expect(page.getByLabel('Stand height', { exact: true })).toHaveValue('1 ft 4 in')
  await page.getByRole('button', { name: 'Build', exact: true }).click()
  await page.getByRole('tab', { name: /Bill|Shopping/ }).click()
  await expect(page.locator('main')).toContainText('2 × 3 in downspout')
  await expect(page.locator('main')).not.toContainText(/68\s?mm|BSP|half round/)
})

test('at a desk the sheet scrolls and the page does not, at any station', async ({ page }) => {
  await openJob(page, 'Tannery Row dye studio', 'Cask')
  for (const station of ['Sky', 'Roof', 'Gutter', 'Drop', 'Cask', 'Spill', 'Draw']) {
    await goTo(page, station)
    expect([station, await page.evaluate(() => document.documentElement.scrollHeight - window.innerHeight)]).toEqual([station, 0])
  }
})

test('an overflow is led into a downpipe that is put up for it, and back to the ground', async ({ page }) => {
  await openJob(page, 'Tannery Row dye studio', 'Spill')
  const to = page.getByLabel('Leads to', { exact: true })
  await expect(to).toHaveValue('drain')
  await to.selectOption({ label: 'a new downspout' })
  await expect(to).toHaveValue('drop:pipe')
  await expect(page.getByLabel('Distance from the wall', { exact: true })).toBeHidden()
  await goTo(page, 'Cask')
  await expect(site(page).getByText(/^overflow: /)).toBeVisible()
  await goTo(page, 'Spill')
  await to.selectOption({ label: 'a bed or pots' })
  await expect(page.getByLabel('Distance from the wall', { exact: true })).toHaveValue(/^9 ft 10/)
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(to).toHaveValue('drop:pipe')
})

test('an overflow’s end put on the plan is dragged there, typed and renamed; its pipe goes along, and is there after a reload', async ({
  page,
}) => {
  await openJob(page, 'Tannery Row dye studio', 'Spill')
  await page.getByRole('button', { name: 'Put its end on the plan' }).click()
  await expect(page.getByLabel('Leads to')).toHaveValue('place:drain')
  await expect(page.getByLabel('Distance from the wall')).toHaveValue('10 ft 6 in')
  await goTo(page, 'Cask')
  const overflow = site(page).getByText(/^overflow: /)
  await expect(overflow).toContainText('13 ft 8⅜')
  const drain = page.getByRole('button', { name: /^Drain: move by/ })
  await drain.focus()
  for (let i = 0; i < 12; i++) await page.keyboard.press('ArrowRight')
  await expect(overflow).toContainText('3 bends')
  const box = (await drain.boundingBox())!
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2)
  await page.mouse.down()
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2 - 40, { steps: 5 })
  await page.mouse.up()
  await site(page).locator('summary', { hasText: 'Drain' }).click()
  const street = placeNamed(page, 'Drain')
  await expect(street.getByLabel('Out from the first wall', { exact: true })).not.toHaveValue(/^10 ft/)
  await fill(street, 'Out from the first wall', '14 ft')
  await fill(street, 'Name', 'Street drain')
  await axeClean(page)
  await page.getByRole('button', { name: 'From the side' }).click()
  await expect(site(page).getByRole('group', { name: /seen along the first wall/ })).toBeVisible()
  expect(await textFaults(page)).toEqual([])
  await expect(page.getByText(/^Saved \d/)).toBeVisible()
  await page.reload()
  await expect(page.getByRole('button', { name: /^Street drain: move by/ })).toBeVisible()
  await goTo(page, 'Spill')
  await expect(page.getByLabel('Distance from the wall')).toHaveValue('14 ft')
  // Taken off, the surplus runs out as far off as it did.
  await goTo(page, 'Cask')
  await site(page).locator('summary', { hasText: 'Street drain' }).click()
  await page.getByRole('button', { name: 'Delete Street drain' }).click()
  await goTo(page, 'Spill')
  await expect(page.getByLabel('Leads to')).toHaveValue('drain')
  await expect(page.getByLabel('Distance from the wall')).toHaveValue('14 ft')
})

test('the plan is put on a map once it is said where it lies, and an overflow leads on in corrugated pipe', async ({ page }) => {
  await openJob(page, 'Tannery Row dye studio', 'Cask')
  const save = site(page).getByRole('button', { name: 'Save as GeoJSON' })
  await expect(save).toBeDisabled()
  await goTo(page, 'Sky')
  await page.locator('summary', { hasText: 'The place: latitude' }).click()
  await fill(page, 'Longitude', 'somewhere')
  await expect(page.getByText(/“somewhere”/)).toBeVisible()
  await fill(page, 'Longitude', '71.06 W')
  await expect(page.getByLabel('Longitude', { exact: true })).toHaveValue('-71.06°')
  await expect(page.getByText('Longitude: -71.06°').first()).toBeVisible()
  await fill(page, 'First wall faces', '215')
  await goTo(page, 'Cask')
  const [download] = await Promise.all([page.waitForEvent('download'), save.click()])
  expect(download.suggestedFilename()).toBe('Tannery Row dye studio From above.geojson')
  const map = JSON.parse(readFileSync((await download.path())!, 'utf8')) as { features: { properties: { name: string; kind: string } }[] }
  expect(map.features.map(({ properties }) => properties.name)).toContain('Rinse table')
  // Left empty again, nothing is said any more.
  await goTo(page, 'Sky')
  await page.locator('summary', { hasText: 'The place: latitude' }).click()
  await fill(page, 'Longitude', '')
  await expect(page.getByText('Longitude, -71.06°, taken out').first()).toBeVisible()
  await goTo(page, 'Cask')
  await expect(save).toBeDisabled()
  await goTo(page, 'Spill')
  await page.getByLabel('Over the ground').selectOption({ label: 'corrugated drain pipe' })
  expect(await textFaults(page)).toEqual([])
  await axeClean(page)
  await page.getByRole('button', { name: 'Build', exact: true }).click()
  await expect(page.getByText('3 in corrugated pipe').first()).toBeVisible()
})

test('a bed on the plan says when a hose does not reach it, on a phone as well', async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 844 })
  await openJob(page, 'Withy Hard boathouse', 'Cask')
  await page.getByLabel('New place').selectOption('bed')
  await page.getByRole('button', { name: 'Add a place' }).click()
  await site(page).locator('summary', { hasText: 'Bed' }).click()
  await fill(placeNamed(page, 'Bed'), 'Out from the first wall', 'ten steps')
  await expect(site(page).getByRole('alert').or(site(page).locator('[aria-invalid="true"]')).first()).toBeVisible()
  await fill(placeNamed(page, 'Bed'), 'Out from the first wall', '12 m')
  await expect(page.getByRole('button', { name: /^Bed: move by/ })).toBeVisible()
  expect(await textFaults(page)).toEqual([])
  await goTo(page, 'Draw')
  await page.getByLabel('Where', { exact: true }).first().selectOption({ label: 'Bed' })
  await expect(page.getByLabel('Where', { exact: true }).first()).toHaveValue('bed')
})
