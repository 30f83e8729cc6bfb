import { expect, openJob, test, turnTo } from './support'

test('a number that is clicked into is chosen whole: what is typed takes its place', async ({ page }) => {
  await openJob(page, 'Withy Hard boathouse', 'Cask')
  const height = page.getByLabel('Stand height', { exact: true })
  const before = await height.inputValue()
  await height.scrollIntoViewIfNeeded()
  const box = (await height.boundingBox())!
  // At its very front, where a caret would make ten times as much of it.
  await page.mouse.click(box.x + 3, box.y + box.height / 2)
  await page.keyboard.type('460')
  await expect(height).toHaveValue('460')
  await page.keyboard.press('Tab')
  await expect(height).toHaveValue('460 mm')
  expect(before).toBe('480 mm')
  // By key as well, and a second click puts the caret where it points.
  await height.focus()
  await page.keyboard.type('470')
  await expect(height).toHaveValue('470')
  await page.keyboard.press('Tab')
  await page.mouse.click(box.x + box.width - 40, box.y + box.height / 2)
  await page.mouse.click(box.x + box.width - 40, box.y + box.height / 2)
  expect(await height.evaluate((field: HTMLInputElement) => field.selectionEnd! - field.selectionStart!)).toBe(0)
  await expect(height).toHaveAttribute('inputmode', 'decimal')
})

test('what may be meant in two ways is asked, and an unlikely leap is asked back, neither holding anything up', async ({ page }) => {
  await openJob(page, 'Withy Hard boathouse', 'Cask')
  const stand = page.getByLabel('Stand height', { exact: true })
  await stand.fill('0.5')
  await stand.press('Tab')
  await expect(page.getByText('can be read two ways: 0.5 mm, or 0.5 m')).toBeVisible()
  await stand.fill('0.5 m')
  await stand.press('Tab')
  await expect(stand).toHaveValue('500 mm')
  await stand.fill('1 200 mm')
  await stand.press('Tab')
  await expect(stand).toHaveValue('1,200 mm')
  await stand.fill('50')
  await stand.press('Tab')
  await expect(page.getByText('It was 1,200 mm before. Meant so?')).toBeVisible()
  await page.getByRole('button', { name: 'Back to 1,200 mm' }).click()
  await expect(stand).toHaveValue('1,200 mm')
  await expect(page.getByText('Meant so?')).toBeHidden()
})

test('a month that cannot be says so where it stands, while others are taken; Enter alone is no edit', async ({ page }) => {
  await openJob(page, 'Withy Hard boathouse', 'Sky')
  await page.getByRole('button', { name: 'Use monthly means' }).click()
  const days = (name: string) => page.getByLabel(`Days with rain in the month, ${name}`)
  const rain = (name: string) => page.getByLabel(`Mean rain of the month, mm, ${name}`)
  const stood = await days('March').inputValue()
  const edited = page.getByText('Since the last edit').locator('..')
  const before = await edited.textContent()
  await days('March').press('Enter')
  await expect(edited).toHaveText(before!)
  await days('March').fill('0')
  await days('March').press('Enter')
  const word = page.getByText('March: rain needs a day to fall on')
  await expect(word).toBeVisible()
  await expect(days('March')).toHaveAttribute('aria-invalid', 'true')
  // Another month is taken, and this one's word stays by what is typed.
  await days('May').fill('9')
  await days('May').press('Enter')
  await expect(days('May')).toHaveAttribute('aria-invalid', 'false')
  await expect(days('March')).toHaveValue('0')
  await expect(word).toBeVisible()
  // As it says: its rain first, then its days; nothing stands in the way of either.
  await rain('March').fill('0')
  await rain('March').press('Enter')
  await days('March').press('Enter')
  await expect(word).toHaveCount(0)
  await expect(days('March')).toHaveValue('0')
  await page.getByRole('button', { name: 'Undo', exact: true }).click()
  await expect(days('March')).toHaveValue(stood)
  await expect(page.getByRole('alert')).toHaveCount(0)
})

test('the points of a design storm end where the other begins, in the reader’s units', async ({ page }) => {
  await page.goto('/job/demo-tannery-row?doing=trial')
  await page.getByLabel('The storm', { exact: true }).selectOption('design')
  const shorter = page.getByLabel('Shorter rain, intensity')
  await shorter.fill('1')
  await shorter.press('Enter')
  await expect(page.getByText("more than the longer one's 1.2 in/h")).toBeVisible()
  await shorter.fill('1.3')
  await shorter.press('Enter')
  await expect(shorter).toHaveValue('1.3 in/h')
  // The other's end is told as it was typed, too.
  await page.getByLabel('Longer rain, intensity').fill('1.25')
  await page.getByLabel('Longer rain, intensity').press('Enter')
  await shorter.fill('1.25')
  await shorter.press('Enter')
  await expect(page.getByText("more than the longer one's 1.25 in/h")).toBeVisible()
  await page.getByLabel('Longer rain, min').fill('5')
  await page.getByLabel('Longer rain, min').press('Enter')
  await expect(page.getByText('6 minutes at least')).toBeVisible()
})

test('a measure is shown as it was typed: in its field, in the history and in a working', async ({ page }) => {
  await openJob(page, 'Withy Hard boathouse', 'Gutter')
  const rain = page.getByLabel('Design rain an hour', { exact: true })
  await rain.fill('62.5')
  await rain.press('Enter')
  await expect(rain).toHaveValue('62.5 mm/h')
  await expect(page.getByText('Since the last edit').locator('..')).toContainText('75 mm/h to 62.5 mm/h')
  await openJob(page, 'Withy Hard boathouse', 'Draw')
  const can = page.getByLabel('Can holds', { exact: true }).first()
  await can.fill('12.25')
  await can.press('Enter')
  await expect(can).toHaveValue('12.25 L')
})

test.describe('a button takes nothing for what was refused beside it', () => {
  test('a reading of the gauge', async ({ page }) => {
    await openJob(page, 'Withy Hard boathouse', 'Sky')
    await page.getByText(/^Your own gauge/).click()
    const gauge = page.getByRole('group').filter({ hasText: 'Your own gauge' })
    const [depth, add] = [gauge.getByLabel('In the gauge'), gauge.getByRole('button', { name: 'Add', exact: true })]
    const readings = gauge.getByRole('listitem')
    const before = await readings.count()
    await depth.fill('a thimble')
    await depth.press('Tab')
    await add.click()
    await expect(gauge.getByText('“a thimble” is no measure')).toBeVisible()
    await expect(depth).toBeFocused()
    await expect(depth).toHaveValue('a thimble')
    await expect(readings).toHaveCount(before)
    await depth.fill('7.3 mm')
    // What is said under the field goes as it is left, and the button moves up under the pointer.
    await add.click()
    await expect(readings.filter({ hasText: /7\.3\smm/ })).toHaveCount(1)
  })
  test('a fitting of one’s own', async ({ page }) => {
    await openJob(page, 'Withy Hard boathouse')
    await turnTo(page, 'Build')
    await page.getByRole('tab', { name: 'Joints' }).click()
    await page.getByText('Fittings of your own').click()
    const own = page.getByRole('group').filter({ hasText: 'Fittings of your own' }).first()
    const [price, save] = [own.getByLabel('Each', { exact: true }), own.getByRole('button', { name: 'Save', exact: true }).first()]
    await own.getByLabel('Name', { exact: true }).fill('Hose tail from the box')
    await price.fill('a few pence')
    await price.press('Tab')
    await save.click()
    await expect(price).toBeFocused()
    await expect(own.getByRole('listitem').filter({ hasText: 'Hose tail from the box' })).toHaveCount(0)
    await price.fill('0.80')
    await save.click()
    await expect(own.getByRole('listitem').filter({ hasText: 'Hose tail from the box' })).toHaveCount(1)
  })
  test('a line of one’s own in the bill', async ({ page }) => {
    await openJob(page, 'Withy Hard boathouse')
    await turnTo(page, 'Build')
    await page.getByRole('tab', { name: 'Bill' }).click()
    const [name, price, add] = [
      page.getByLabel('Name', { exact: true }),
      page.getByLabel('Each', { exact: true }).last(),
      page.getByRole('button', { name: 'Add', exact: true }),
    ]
    await name.fill('Slate chippings')
    await price.fill('three pounds')
    await price.press('Tab')
    await expect(page.getByText('“three pounds” is no measure')).toBeVisible()
    await add.click()
    await expect(price).toBeFocused()
    await expect(price).toHaveValue('three pounds')
    await expect(name).toHaveValue('Slate chippings')
    await price.fill('3.20')
    await add.click()
    await expect(page.getByRole('listitem').filter({ hasText: 'Slate chippings' })).toContainText('3.20')
  })
})

test('a press holds on to what it was begun on, though leaving a field moves it; a hand that thinks better of it presses nothing', async ({
  page,
}) => {
  await openJob(page, 'Withy Hard boathouse', 'Sky')
  await page.getByText(/^Your own gauge/).click()
  const gauge = page.getByRole('group').filter({ hasText: 'Your own gauge' })
  const [depth, add] = [gauge.getByLabel('In the gauge'), gauge.getByRole('button', { name: 'Add', exact: true })]
  const [five, six] = [/\b5(\.0)?\s?mm/, /\b6(\.0)?\s?mm/].map((mm) => gauge.getByRole('listitem').filter({ hasText: mm }))
  const press = async (awayBy: number) => {
    const box = (await add.boundingBox())!
    // Its lower edge: whatever line goes or comes above it takes it from under the pointer.
    const [x, y] = [box.x + box.width / 2, box.y + box.height - 2]
    await page.mouse.move(x, y)
    await page.mouse.down()
    await page.mouse.move(x + awayBy, y)
    await page.mouse.up()
    return { before: box.y, after: (await add.boundingBox())!.y }
  }
  const understood = gauge.getByText('understood', { exact: false })
  await depth.fill('6 mm')
  await expect(understood).toBeVisible()
  await press(80)
  await expect(depth).toHaveValue(/^6\smm$/)
  await expect(understood).toHaveCount(0)
  await expect(six!).toHaveCount(0)

  await depth.fill('5 mm')
  await expect(understood).toBeVisible()
  const { before, after } = await press(0)
  expect(after).toBeLessThan(before)
  await expect(five!).toHaveCount(1)
  await expect(six!).toHaveCount(0)
})
