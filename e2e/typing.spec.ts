import { expect, openJob, test } from './support'

test('a number that is clicked into is chosen whole: what is typed takes its place', async ({ page }) => {
  await openJob(page, 'Withy Hard boathouse', 'Cask')
  const height = page.getByLabel('Stand height', { exact: true })
  const before = await height.inputValue()
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
