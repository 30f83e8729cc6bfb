import { strFromU8, unzipSync } from 'fflate'
import { readFile } from 'node:fs/promises'
import { extractText, getDocumentProxy } from 'unpdf'
import type { Page } from '@playwright/test'
import { axeClean, chooseScheme, expect, openJob, STRANGER, test, textFaults } from './support'

async function openBuild(page: Page, name: string, part: string) {
  await openJob(page, name)
  await page.keyboard.press('b')
  await page.getByRole('tab', { name: part }).click()
}

test.describe('the boathouse is built', () => {
  test('a wrong adapter put in on purpose is found, solved, and undone', async ({ page }) => {
    await openJob(page, 'Withy Hard boathouse')
    await page.keyboard.press('b')
    await expect(page.getByText('All 9 joints go together or are solved.')).toBeVisible()
    await page
      .getByRole('button', { name: /go together as they are/ })
      .first()
      .click()
    await page
      .getByRole('button', { name: /Gutter outlet.*to Swan neck/ })
      .first()
      .click()
    const picker = page.getByRole('combobox', { name: /Put a fitting in/ })
    await picker.fill('square 68 round spigot')
    await page.getByRole('option', { name: /65\s*mm square downpipe socket to 68\s*mm round downpipe spigot/ }).click()
    await expect(page.getByText('1 of the joints do not go together')).toBeVisible()
    await expect(
      page
        .getByText(/68\s*mm round downpipe spigot does not go on 65\s*mm square downpipe socket: they are different kinds of end/)
        .first(),
    ).toBeVisible()
    await page.getByRole('button', { name: 'Solve it' }).first().click()
    await expect(page.getByText('All 9 joints go together or are solved.')).toBeVisible()
    await page.getByRole('button', { name: 'Undo', exact: true }).click()
    await expect(page.getByText('1 of the joints do not go together')).toBeVisible()
    // The snag stands at its station too, with its mend.
    await page.keyboard.press('Escape')
    await page.keyboard.press('4')
    await expect(page.getByText(/does not go on 65\s*mm square/).first()).toBeVisible()
  })

  test('the bill takes off what is owned, goes by own prices, and is saved as CSV', async ({ page }) => {
    await openBuild(page, 'Withy Hard boathouse', 'Bill')
    const butt = page.locator('[data-item="vessel:butt:210"]')
    await expect(butt).toContainText('£58')
    await butt.getByRole('button').first().click()
    await butt.getByLabel(/^Price,/).fill('41.50')
    await butt.getByLabel(/^Price,/).press('Enter')
    await butt.getByLabel(/^Price,/).blur()
    await expect(butt).toContainText('£42')
    const clips = page.locator('[data-item="sundry:clip"]')
    await clips.getByRole('button').first().click()
    await clips.getByLabel(/^On the shelf,/).fill('nonsense')
    await clips.getByLabel(/^On the shelf,/).blur()
    await expect(clips.getByRole('alert')).toBeVisible()
    await clips.getByLabel(/^On the shelf,/).fill('4')
    await clips.getByLabel(/^On the shelf,/).blur()
    await expect(clips).toContainText('in stock')
    await page.getByRole('textbox', { name: 'Name', exact: true }).fill('=Watering can')
    await page.getByRole('button', { name: 'Add', exact: true }).click()
    const download = page.waitForEvent('download')
    await page.getByRole('button', { name: 'Save as CSV' }).click()
    const csv = await readFile(await (await download).path(), 'utf8')
    expect(csv).toMatch(/"Butt, 210\s*L","Cask",1,"each","no",0,1,"each","",41\.5,"each",41\.5,0/)
    const [book] = await Promise.all([page.waitForEvent('download'), page.getByRole('button', { name: 'xlsx' }).click()])
    const sheet = strFromU8(unzipSync(new Uint8Array(await readFile(await book.path())))['xl/worksheets/sheet1.xml']!)
    // A price is a number in it, not words.
    expect(sheet).toMatch(/<v>41\.5<\/v>/)
    // A spreadsheet must not take a name for a formula.
    expect(csv).toContain("'=Watering can")
    await page.reload()
    await expect(page.locator('[data-item="vessel:butt:210"]')).toContainText('£42')
  })

  test('what is wanted and owned by the foot is typed by the foot, and what cannot be kept is refused at its field', async ({ page }) => {
    await openBuild(page, 'Tannery Row dye studio', 'Bill')
    const kerb = page.locator('[data-item="base:kerb"]')
    await kerb.getByRole('button').first().click()
    const put = async (name: RegExp, text: string) => {
      await kerb.getByLabel(name).fill(text)
      await kerb.getByLabel(name).press('Enter')
      await kerb.getByLabel(name).blur()
    }
    await put(/^Wanted instead,/, '30')
    await expect(kerb).toContainText(/Wanted: 30\s*ft/)
    await expect(kerb.locator('.font-semibold').first()).toHaveText(/^30\s*ft/)
    await put(/^On the shelf,/, '10')
    await expect(kerb.locator('.font-semibold').first()).toHaveText(/^20\s*ft/)
    await expect(kerb.getByLabel(/^On the shelf,/)).toHaveValue('10')
    // As fine as it is typed, and no finer than a job can keep it.
    await put(/^Price,/, '1.255')
    await expect(kerb.getByLabel(/^Price,/)).toHaveValue('1.255')
    await put(/^Price,/, '9999999')
    await expect(kerb.getByRole('alert')).toContainText('From 0 to 304800, please; the old value stands.')
    await expect(kerb.getByLabel(/^Price,/)).toHaveValue('9999999')
  })

  test('steps are held, ticked and kept; the cut waits for its second measurement', async ({ page }) => {
    await openBuild(page, 'Withy Hard boathouse', 'Order of work')
    const cut = page.locator('[data-step="cut:trough"]')
    await expect(cut).toContainText('Not before:')
    await expect(cut.getByRole('checkbox')).toBeDisabled()
    await page.locator('[data-step="rules"]').getByRole('checkbox').check()
    for (const id of ['bracketAbove:trough', 'bracketBelow:trough']) await page.locator(`[data-step="${id}"]`).getByRole('checkbox').check()
    await page.locator('[data-step="measure:trough"]').getByRole('button').first().click()
    const measure = page.locator('[data-step="measure:trough"]')
    await measure.getByLabel('First measurement').fill('1355')
    await measure.getByLabel('First measurement').blur()
    await measure.getByLabel('Second measurement').fill('1362')
    await measure.getByLabel('Second measurement').blur()
    await expect(cut.getByRole('checkbox')).toBeDisabled()
    await measure.getByLabel('Second measurement').fill('1356')
    await measure.getByLabel('Second measurement').blur()
    await expect(cut.getByRole('checkbox')).toBeEnabled()
    await cut.getByRole('checkbox').check()
    await expect(page.getByTestId('progress')).toContainText('5 of 32 done')
    await expect(page.getByText(/^Saved \d/)).toBeVisible()
    await page.reload()
    await expect(page.getByTestId('progress')).toContainText('5 of 32 done')
    // A test that went wrong leads to its usual causes.
    await page.locator('[data-step="bucket:river-gutter"]').getByRole('button').first().click()
    await page.getByLabel(/^Fault at step/).selectOption({ label: 'Water stands in the gutter' })
    await expect(page.locator('[data-step="bucket:river-gutter"]')).toContainText('the gutter does not fall to the outlet')
  })

  for (const name of ['Withy Hard boathouse', 'Tannery Row dye studio'])
    test(`every step of ${name} opens, with its picture where it has one`, async ({ page }) => {
      await openBuild(page, name, 'Order of work')
      const steps = page.locator('[data-step]')
      await expect(steps.nth(15)).toBeVisible()
      const count = await steps.count()
      let pictures = 0
      for (let i = 0; i < count; i++) {
        const step = steps.nth(i)
        await step.getByRole('button', { expanded: false }).first().click()
        await expect(step).toContainText('Right:')
        pictures += await step.getByRole('img', { name: /^The drawing round / }).count()
      }
      expect(pictures).toBeGreaterThan(8)
    })

  test('a wait runs, is kept over a reload, and says when it is over', async ({ page }) => {
    await page.clock.install()
    await openBuild(page, 'Tannery Row dye studio', 'Order of work')
    await chooseScheme(page, 'Four totes, linked low')
    const cover = page.locator('[data-step="cover:tote"]')
    await cover.getByRole('button', { name: 'Begin the wait' }).click()
    await expect(page.getByTestId('timer')).toContainText('Wait 4:00:0')
    await page.clock.runFor(2000)
    await page.reload()
    await expect(page.getByTestId('timer')).toContainText(/Wait 3:59|Wait 4:00:00/)
    await page.clock.fastForward('04:00:10')
    await expect(page.getByRole('alert').filter({ hasText: 'The wait is over' })).toBeVisible()
  })

  test('a step that has to be left alone begins its wait when it is ticked, and stops it when it is not done after all', async ({
    page,
  }) => {
    await openBuild(page, 'Tannery Row dye studio', 'Order of work')
    await chooseScheme(page, 'Four totes, linked low')
    const cover = page.locator('[data-step="cover:tote"]')
    await cover.getByRole('checkbox').check()
    await expect(page.getByTestId('timer')).toContainText(/Wait (4:00|3:59)/)
    await cover.getByRole('checkbox').uncheck()
    await expect(page.getByTestId('timer')).toBeHidden()
    await page.getByRole('button', { name: 'Undo', exact: true }).click()
    await expect(page.getByTestId('timer')).toBeVisible()
  })

  test('saw and drawing speak of the same pieces, and pipe comes in the lengths of the reader’s own shop', async ({ page }) => {
    await openBuild(page, 'Tannery Row dye studio', 'Cuts and holes')
    await chooseScheme(page, 'Four totes, linked low')
    // Every label of the list stands in one of the rows at the left.
    const rows = page.getByRole('img', { name: /How it goes together/ })
    const drawn = (await rows.allTextContents()).join(' ')
    for (const label of await page.locator('.side th[scope="row"]').allTextContents()) expect(drawn).toContain(label)
    await expect(page.getByRole('img', { name: /link of Tote 1 to link of Tote 2.*A1.*A2/s })).toBeVisible()
    const sold = page.getByLabel('Sold in lengths of').first()
    await sold.fill('1 ft')
    await sold.blur()
    await expect(page.getByText('Lengths of 1 ft to buy: 3').first()).toBeVisible()
    await expect(page.getByText(/^Saved \d/)).toBeVisible()
    await page.reload()
    await expect(page.getByText('Lengths of 1 ft to buy: 3').first()).toBeVisible()
    await sold.fill('a bit')
    await sold.blur()
    await expect(sold).toHaveAttribute('aria-invalid', 'true')
    await expect(page.getByText('Lengths of 1 ft to buy: 3').first()).toBeVisible()
    // Taken along: pieces and holes on a sheet each, inches as numbers; the same pieces as on the screen.
    const [book] = await Promise.all([page.waitForEvent('download'), page.getByRole('button', { name: 'xlsx' }).click()])
    const files = unzipSync(new Uint8Array(await readFile(await book.path())))
    expect(strFromU8(files['xl/workbook.xml']!)).toMatch(/name="Pieces to cut".*name="Holes"/s)
    expect(strFromU8(files['xl/worksheets/sheet1.xml']!)).toContain('<v>12</v>')
    const [list] = await Promise.all([page.waitForEvent('download'), page.getByRole('button', { name: 'Pieces to cut as CSV' }).click()])
    const cells = (await readFile(await list.path(), 'utf8')).trim().split('\r\n').slice(1)
    expect(cells.map((row) => row.split('"')[1])).toEqual(await page.locator('.side th[scope="row"]').allTextContents())
  })

  test('what hangs there already is nobody’s errand, and can be bought after all', async ({ page }) => {
    await openBuild(page, 'Withy Hard boathouse', 'Bill')
    const gutter = page.locator('[data-item="gutter:half-round:0.112:there"]')
    await expect(gutter).toBeHidden()
    await page.getByText(/^There already: \d+$/).click()
    await gutter.getByRole('button').first().click()
    await gutter.getByRole('checkbox').uncheck()
    await expect(page.locator('.side section', { has: page.getByRole('heading', { name: 'Rainwater goods' }) })).toContainText(
      /Gutter, half round, 112\s*mm\s*6 × 4\.0\s*m/,
    )
    await page.getByRole('button', { name: 'Undo', exact: true }).click()
    await expect(gutter).toContainText('there')
  })

  test('a quotation says from whom, to whom and until when; the next job is from the same', async ({ page }) => {
    await openBuild(page, 'Withy Hard boathouse', 'Sheets')
    await page.getByLabel('From', { exact: true }).fill('Green Hatch rain work\n2 Mill Rise')
    await page.getByLabel('For', { exact: true }).fill('The rowers')
    await page.getByLabel('Number', { exact: true }).fill('GH-3')
    await page.getByLabel('Days that it holds').fill('0')
    await page.keyboard.press('Enter')
    await expect(page.getByText('From 1 to 365, please', { exact: false })).toBeVisible()
    await page.getByLabel('Days that it holds').fill('14')
    await page.keyboard.press('Enter')
    await expect(page.getByText(/^Saved \d/)).toBeVisible()
    await page.reload()
    await page.getByRole('tab', { name: 'Sheets' }).click()
    await expect(page.getByLabel('From', { exact: true })).toHaveValue('Green Hatch rain work\n2 Mill Rise')
    const download = page.waitForEvent('download')
    await page.getByRole('button', { name: 'PDF: Quotation' }).click()
    const pdf = await getDocumentProxy(new Uint8Array(await readFile(await (await download).path())))
    const { text } = await extractText(pdf, { mergePages: true })
    const until = await page.evaluate(() => {
      const day = new Date()
      day.setDate(day.getDate() + 14)
      return day.toLocaleDateString('en-GB', { dateStyle: 'long' })
    })
    for (const said of ['Green Hatch rain work', '2 Mill Rise', 'The rowers', 'Number GH-3', `Holds until ${until}`])
      expect(text).toContain(said)
    await page.getByLabel('For', { exact: true }).fill('')
    await page.getByLabel('For', { exact: true }).blur()
    await page.getByRole('button', { name: 'Undo' }).click()
    await expect(page.getByLabel('For', { exact: true })).toHaveValue('The rowers')
    await page.goto('/')
    await openBuild(page, 'Pear Lane tram-stop shelter', 'Sheets')
    await page.getByRole('button', { name: 'Use the name and address of my last quotation' }).click()
    await expect(page.getByLabel('From', { exact: true })).toHaveValue('Green Hatch rain work\n2 Mill Rise')
  })

  test('sheets are looked at, and made into PDFs that can be read', async ({ page }) => {
    await openBuild(page, 'Withy Hard boathouse', 'Sheets')
    await page.getByRole('button', { name: 'Look at: Shopping list' }).click()
    await expect(page.getByRole('dialog')).toContainText('Rainwater goods')
    await page.getByRole('dialog').getByRole('button', { name: 'Close' }).click()
    for (const [name, words] of [
      ['Build sheet', /Ring trough[\s\S]*Order of work/],
      ['Cuts and holes', /A1[\s\S]*through connector|washers and nut/i],
      ['Handover pack', /not drinking water/i],
    ] as const) {
      const download = page.waitForEvent('download')
      await page.getByRole('button', { name: `PDF: ${name}` }).click()
      const file = await download
      const pdf = await getDocumentProxy(new Uint8Array(await readFile(await file.path())))
      const { text } = await extractText(pdf, { mergePages: true })
      expect(text).toMatch(words)
      expect(text).toContain('Withy Hard boathouse')
    }
  })

  test('a tick comes off when the plan changes what it was ticked for, and says so', async ({ page }) => {
    await openBuild(page, 'Withy Hard boathouse', 'Order of work')
    const base = page.locator('[data-step="base:butt"]')
    await base.getByRole('checkbox').check()
    await expect(base.getByRole('checkbox')).toBeChecked()
    await page.getByRole('button', { name: 'Build', exact: true }).click()
    await page.keyboard.press('5')
    const stand = page.getByLabel('Stand height', { exact: true })
    await stand.fill('515')
    await stand.blur()
    await page.keyboard.press('b')
    await page.getByRole('tab', { name: 'Order of work' }).click()
    await expect(base).toContainText('It was ticked for other figures')
    await expect(base.getByRole('checkbox')).not.toBeChecked()
    await page.getByRole('button', { name: 'Undo', exact: true }).click()
    await expect(base.getByRole('checkbox')).toBeChecked()
  })

  for (const [size, viewport] of [
    ['a desk', { width: 1280, height: 800 }],
    ['a phone', { width: 390, height: 844 }],
  ] as const)
    test(`on ${size} every part of it is whole and open to all`, async ({ page }) => {
      await page.setViewportSize(viewport)
      await openJob(page, 'Tannery Row dye studio')
      await page.getByRole('button', { name: 'Build', exact: true }).click()
      for (const part of ['Joints', 'Bill', 'Cuts and holes', 'Order of work', 'Sheets']) {
        await page.getByRole('tab', { name: part }).click()
        await axeClean(page)
        expect(await textFaults(page)).toEqual([])
        expect(await page.evaluate(() => document.documentElement.scrollWidth - innerWidth)).toBeLessThanOrEqual(0)
        // American words and units all the way.
        expect(await page.getByRole('tabpanel').innerText()).not.toMatch(/\d\s*(mm|L)\b|downpipe|butt\b/i)
      }
    })
})

test('a customer looks at what was chosen, by a link that holds it, on another device, and changes nothing', async ({
  page,
  browser,
  context,
}) => {
  await context.grantPermissions(['clipboard-read', 'clipboard-write'])
  await openJob(page, 'Withy Hard boathouse')
  await page.getByRole('button', { name: 'Build', exact: true }).click()
  await page.getByRole('tab', { name: 'Sheets' }).click()
  const part = page.getByRole('region', { name: 'A link for the customer' })
  await part.getByLabel('Quotation').check()
  await part.getByRole('button', { name: 'Copy the link' }).click()
  await expect(part).toContainText(/Copied: [\d,]+ characters/)
  const link = await part.getByLabel('A link for the customer').inputValue()
  expect(await page.evaluate(() => navigator.clipboard.readText())).toBe(link)
  const other = await browser.newContext({ storageState: STRANGER, viewport: { width: 390, height: 844 } })
  const look = await other.newPage()
  await look.goto(link)
  await expect(look.getByText(/Withy Hard boathouse/).first()).toBeVisible()
  await expect(look.getByText('What it does').first()).toBeVisible()
  await expect(look.locator('svg').first()).toBeVisible()
  await axeClean(look)
  const [download] = await Promise.all([look.waitForEvent('download'), look.getByRole('button', { name: /^PDF/ }).first().click()])
  expect(download.suggestedFilename()).toMatch(/\.pdf$/)
  // Nothing of it is kept there.
  const kept = await look.evaluate(
    () =>
      new Promise<number>((resolve) => {
        const asked = indexedDB.open('vernal-cask')
        asked.onsuccess = () => {
          const { result } = asked
          if (!result.objectStoreNames.contains('jobs')) return resolve(0)
          const count = result.transaction('jobs').objectStore('jobs').count()
          count.onsuccess = () => resolve(count.result)
        }
      }),
  )
  expect(kept).toBe(0)
  await look.goto(link.slice(0, -60))
  await look.reload()
  await expect(look.getByRole('alert')).toContainText('Its end is missing')
  await axeClean(look)
  await other.close()
})

test('every drawing is a file by itself; templates are DXF too', async ({ page }) => {
  await openJob(page, 'Withy Hard boathouse')
  await page.getByRole('button', { name: 'Build', exact: true }).click()
  await page.getByRole('tab', { name: 'Sheets' }).click()
  await page.getByText('Drawings as files').click()
  const saved = async (name: RegExp) => {
    const [download] = await Promise.all([page.waitForEvent('download'), page.getByRole('button', { name }).first().click()])
    return readFile(await download.path())
  }
  expect((await saved(/^Section.* as SVG/)).toString()).toContain('<svg xmlns')
  const png = await saved(/^Section.* as PNG/)
  expect(png.subarray(1, 4).toString()).toBe('PNG')
  // 300 dots to the inch of 178 mm.
  expect(png.readUInt32BE(16)).toBe(Math.round((178 * 300) / 25.4))
  expect((await saved(/ as DXF/)).toString()).toContain('CIRCLE')
  await axeClean(page)
})
