import { axeClean, expect, goTo, openJob, search, searchField, settled, test, textFaults } from './support'

const NAME = 'Withy Hard boathouse'

test('every height in the section can be nudged by keyboard, and each nudge undone', async ({ page }) => {
  await openJob(page, NAME)
  for (const [grip, before, after] of [
    ['Upper cut mark', '1,355', '1,360'],
    ['Hole for the hose', '1,303', '1,308'],
    ['Gutter outlet', '2,310', '2,315'],
    ['Top of the stand', '480', '485'],
    ['Tap height', '535', '540'],
  ]) {
    const slider = page.getByRole('slider', { name: grip!, exact: true })
    await expect(slider).toHaveAttribute('aria-valuetext', new RegExp(before!))
    await slider.focus()
    await page.keyboard.press('ArrowUp')
    await expect(slider).toHaveAttribute('aria-valuetext', new RegExp(after!))
    await page.keyboard.press('Control+z')
    await expect(slider).toHaveAttribute('aria-valuetext', new RegExp(before!))
  }
  await expect(page.getByRole('button', { name: 'Undo' })).toBeDisabled()
})

test('feet and inches nudge by a quarter, finely by a sixteenth', async ({ page }) => {
  await openJob(page, 'Tannery Row dye studio')
  const stand = page.getByRole('slider', { name: 'Top of the stand' })
  await expect(stand).toHaveAttribute('aria-valuetext', '1 ft 4 in')
  await stand.focus()
  await page.keyboard.press('ArrowUp')
  await expect(stand).toHaveAttribute('aria-valuetext', '1 ft 4¼ in')
  await page.keyboard.press('Shift+ArrowUp')
  await page.keyboard.press('Shift+ArrowUp')
  await expect(stand).toHaveAttribute('aria-valuetext', '1 ft 4⅜ in')
})

test('own dimensions: the label follows what it then holds', async ({ page }) => {
  await openJob(page, NAME, 'Cask')
  await page.getByLabel('Outside across').fill('820')
  await page.keyboard.press('Enter')
  // Twice the area of 580 mm across is 820 mm across: about twice 210 L.
  await expect(searchField(page, 'Vessel')).toHaveValue(/own/i)
  await expect(page.getByText('sold as 420 L', { exact: false })).toBeVisible()
})

test('another vessel brings its trough along', async ({ page }) => {
  await openJob(page, NAME, 'Cask')
  await search(page, 'Vessel', 'ibc', /1,040/)
  await goTo(page, 'Drop')
  await expect(page.getByRole('row', { name: /below the butt's rim/ })).toContainText(/10\smm/)
})

test('the stand that is too tall is tied by its mend, and both its snags go', async ({ page }) => {
  await openJob(page, NAME, 'Cask')
  await expect(page.getByText('times as tall as', { exact: false })).toBeVisible()
  await page.getByRole('button', { name: 'Mend: tie it to the wall' }).first().click()
  await expect(page.getByText('times as tall as', { exact: false })).toBeHidden()
  await expect(page.getByText('in an exposed gust (25 m/s)', { exact: false })).toBeHidden()
  await expect(page.getByLabel('Tied to the wall')).toHaveValue('yes')
})

test('why a snag is one can be read, with its source', async ({ page }) => {
  await openJob(page, NAME)
  await page.getByRole('button', { name: 'Why' }).first().click()
  await expect(page.getByText('the pipe and neck above can slide down', { exact: false })).toBeVisible()
  await expect(page.getByText('Common practice of the trade', { exact: false })).toBeVisible()
})

test('a can that does not fit is told, and room made by its mend', async ({ page }) => {
  await openJob(page, NAME, 'Draw')
  await page.getByLabel('Can height').fill('500')
  await page.keyboard.press('Enter')
  await expect(page.getByText('does not fit under the spout at 490 mm', { exact: false })).toBeVisible()
  await page.getByRole('button', { name: 'Mend: stand up to 515 mm' }).click()
  // The history tells which of a job's mends it was.
  await expect(page.getByRole('button', { name: 'Undo' })).toHaveAttribute('title', /^Mended: stand up to 515\smm$/)
  await expect(page.getByText('does not fit under', { exact: false })).toBeHidden()
})

test('demands are added, told otherwise, and removed; undone each', async ({ page }) => {
  await openJob(page, NAME, 'Draw')
  await page.getByRole('button', { name: 'Cans', exact: true }).click()
  await expect(page.getByRole('button', { name: 'Remove Pots' })).toBeVisible()
  const kinds = page.getByLabel('Entered as')
  await expect(kinds).toHaveCount(3)
  await kinds.first().selectOption('volume')
  await expect(page.getByLabel('L a day, June').first()).toHaveValue('35')
  await page.getByRole('button', { name: 'Remove Pots' }).click()
  await expect(kinds).toHaveCount(2)
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(kinds).toHaveCount(3)
})

test('nonsense for a month is told, and the old value stands', async ({ page }) => {
  await openJob(page, NAME, 'Draw')
  await page.getByLabel('Cans of 10 L a day, July').fill('many')
  await page.keyboard.press('Tab')
  await expect(page.getByText('“many” is no amount for July', { exact: false })).toBeVisible()
})

test('terms and units change in the middle of a job, and come back by undo', async ({ page }) => {
  await openJob(page, NAME)
  await page.getByRole('button', { name: 'British, mm' }).click()
  await page.getByLabel('Units', { exact: true }).selectOption('imperial')
  await page.getByLabel('Language', { exact: true }).selectOption('en-US')
  await page.keyboard.press('Escape')
  await expect(page.getByRole('slider', { name: 'Upper cut mark' })).toHaveAttribute('aria-valuetext', '4 ft 5⅜ in')
  await expect(page.getByText('from gutter outlet to barrel')).toBeVisible()
  await page.keyboard.press('Control+z')
  await page.keyboard.press('Control+z')
  await expect(page.getByText('from gutter outlet to butt')).toBeVisible()
})

test('dark and light are by choice, and stay', async ({ page }) => {
  await openJob(page, NAME)
  await page.getByRole('button', { name: 'British, mm' }).click()
  await page.getByLabel('Light', { exact: true }).selectOption('dark')
  await expect(page.locator('html')).toHaveAttribute('data-theme', 'dark')
  await page.reload()
  await expect(page.locator('html')).toHaveAttribute('data-theme', 'dark')
})

test('the years are told by month and by year, the dry ones too', async ({ page }) => {
  await openJob(page, NAME, 'Cask')
  await settled(page)
  await page.keyboard.press('w')
  await expect(page.getByText('The knee is near', { exact: false })).toBeVisible()
  await expect(page.getByRole('region', { name: 'By year' }).getByRole('row')).toHaveCount(31)
  await expect(page.getByRole('region', { name: 'By month, mean of the years' }).getByRole('row')).toHaveCount(13)
  for (const year of ['little', 'middle', 'plenty']) await expect(page.getByText(year, { exact: true })).toBeVisible()
  await page.getByLabel('Order within a day').selectOption('before-spillage')
  await settled(page)
  await expect(page.getByRole('region', { name: 'Figures' })).toContainText(/points more/)
})

test('the last tick of a list that may not be empty stays, and the list says why', async ({ page }) => {
  await openJob(page, NAME, 'Draw')
  // Of whatever lists there are: uses, and months of the demands that have some.
  const lists = await page
    .getByRole('main')
    .getByRole('group')
    .filter({ has: page.getByRole('checkbox') })
    .all()
  expect(lists.length).toBeGreaterThan(0)
  for (const list of lists) {
    const ticked = list.getByRole('checkbox', { checked: true })
    while ((await ticked.count()) > 1) {
      const before = await ticked.count()
      await ticked.last().click()
      await expect(ticked).toHaveCount(before - 1)
    }
    await ticked.click()
    await expect(ticked).toHaveCount(1)
    await expect(list).toContainText(/tick another|one stays ticked/)
    await list.getByRole('checkbox', { checked: false }).first().click()
    await expect(ticked).toHaveCount(2)
    await expect(list).not.toContainText(/tick another|one stays ticked/)
  }
})

test('the import is corrected before anything is kept', async ({ page }) => {
  await openJob(page, 'Pear Lane tram-stop shelter', 'Sky')
  await page.getByRole('button', { name: 'Import a record' }).click()
  const lines = Array.from({ length: 12 }, (_, i) => `0${(i % 9) + 1}/0${(i % 3) + 1}/2020,${i * 10}`)
  await page.getByLabel('Or paste lines here').fill(lines.join('\n'))
  await expect(page.getByTestId('import-sum')).toBeVisible()
  await page.getByLabel('Date order').selectOption('mdy')
  await page.getByLabel('Unit', { exact: true }).selectOption('tenths')
  await expect(page.getByText('First days: 0 mm', { exact: false })).toBeVisible()
  expect(await textFaults(page)).toEqual([])
  await axeClean(page)
  await page.getByRole('button', { name: 'Close' }).click()
  await expect(page.getByText('Pear Lane, made record', { exact: true })).toBeVisible()
  await expect(page.getByRole('button', { name: 'Undo' })).toBeDisabled()
})

test('a record kept once serves another job', async ({ page }) => {
  await openJob(page, 'Pear Lane tram-stop shelter', 'Sky')
  await page.getByRole('button', { name: 'Import a record' }).click()
  await page.getByText('Records already here: 4').click()
  await page.getByRole('button', { name: 'Use Withy Hard, made record' }).click()
  await expect(page.getByText('Withy Hard, made record', { exact: true })).toBeVisible()
  await settled(page)
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(page.getByText('Pear Lane, made record', { exact: true })).toBeVisible()
})

test('a job that is not here is told so, with the way back', async ({ page }) => {
  await page.goto('/job/nowhere')
  await expect(page.getByText('There is no such job in this browser.', { exact: false })).toBeVisible()
  await page.getByRole('main').getByRole('link', { name: 'Jobs' }).click()
  await expect(page.getByRole('heading', { name: 'Jobs' })).toBeVisible()
})

test('an overflow is added where there is none, and pipes and gutters are named', async ({ page }) => {
  await openJob(page, NAME, 'Spill')
  await page.getByRole('button', { name: 'Add an overflow' }).click()
  await expect(page.getByLabel('Overflow, inside', { exact: false }).first()).toBeVisible()
  await page.getByRole('button', { name: 'Undo', exact: true }).click()
  await expect(page.getByRole('button', { name: 'Add an overflow' })).toBeVisible()
  await goTo(page, 'Drop')
  await page.getByLabel('Name of the pipe').fill('Pipe by the slip')
  await page.getByLabel('Name of the pipe').press('Enter')
  await goTo(page, 'Gutter')
  await page.getByLabel('Name of the gutter').fill('River gutter')
  await page.getByLabel('Name of the gutter').press('Enter')
  await page.reload()
  await expect(page.getByLabel('Name of the gutter')).toHaveValue('River gutter')
  await goTo(page, 'Drop')
  await expect(page.getByLabel('Name of the pipe')).toHaveValue('Pipe by the slip')
})

test('a cover is found by the words that people have for it', async ({ page }) => {
  await openJob(page, NAME, 'Roof')
  const cover = searchField(page, 'Cover')
  await page.getByRole('button', { name: 'Cover show all' }).click()
  await expect(page.getByRole('listbox').getByRole('option')).toHaveCount(11)
  await cover.fill('shed felt')
  await expect(page.getByRole('listbox').getByRole('option')).toHaveText([/asphalt shingle/])
  await cover.fill('nothing of the kind')
  await expect(page.getByText('Nothing is found by that word')).toBeVisible()
  await axeClean(page)
  // What was not taken is not kept.
  await page.keyboard.press('Escape')
  await page.keyboard.press('Tab')
  await expect(cover).toHaveValue('smooth metal')
  await search(page, 'Cover', 'greenhouse', /plastic film/)
  await expect(cover).toHaveValue('plastic film')
  await page.getByRole('button', { name: 'Undo', exact: true }).click()
  await expect(cover).toHaveValue('smooth metal')
})
