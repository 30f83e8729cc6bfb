import { axeClean, expect, goTo, turnTo, openJob, openJobs, settled, test, textFaults } from './support'

const NAME = 'Withy Hard boathouse'
/** What has the focus, and never all of the page. */
const focused = "(() => { const a = document.activeElement; return a === document.body || a === null ? 'body' : a.tagName })()"

test.describe('by the keyboard alone', () => {
  test.use({ viewport: { width: 1280, height: 800 } })

  test('the sheet is one key away, and the keyboard keeps its place when what it stood on goes', async ({ page }) => {
    await openJob(page, NAME)
    await settled(page)
    await page.keyboard.press('Tab')
    const skip = page.getByRole('link', { name: 'To the sheet of fields' })
    await expect(skip).toBeFocused()
    await page.keyboard.press('Enter')
    await expect(page.getByRole('region', { name: 'Drop', exact: true })).toBeFocused()

    // A mend goes with its snag; an undo with nothing left to undo cannot be pressed.
    await page.getByRole('button', { name: /^Mend/ }).first().focus()
    await page.keyboard.press('Enter')
    await expect.poll(() => page.evaluate(focused)).not.toBe('body')
    const undo = page.getByRole('button', { name: 'Undo', exact: true })
    await undo.focus()
    while (await undo.isEnabled()) await page.keyboard.press('Enter')
    await expect.poll(() => page.evaluate(focused)).not.toBe('body')

    // A dialog gives it back to what opened it.
    const details = page.getByRole('button', { name: 'Details', exact: true })
    await details.focus()
    await page.keyboard.press('Enter')
    await expect(page.getByRole('dialog').getByRole('heading').first()).toBeVisible()
    // Letters are the dialog's while it is open.
    await page.keyboard.press('Escape')
    await expect(details).toBeFocused()
    await axeClean(page)
  })

  test('another page is begun at its first heading, wherever it was come from', async ({ page }) => {
    await openJobs(page)
    await page.getByRole('link', { name: `Open ${NAME}` }).focus()
    await page.keyboard.press('Enter')
    await expect(page.getByRole('main').getByRole('heading', { level: 2 }).first()).toBeFocused()
    await page.goBack()
    await page.getByRole('button', { name: 'Five-minute tour' }).press('Enter')
    await expect(page.getByRole('heading', { name: /^Sky/, level: 2 })).toBeVisible()
    await expect.poll(() => page.evaluate(focused)).not.toBe('body')
    await page.getByRole('button', { name: 'Log', exact: true }).click()
    await page.getByRole('tab', { name: 'Today' }).click()
    await page.getByRole('button', { name: 'Show me' }).first().press('Enter')
    await expect.poll(() => page.evaluate(focused)).not.toBe('body')
  })

  test('what takes a while is begun once, and keeps the keyboard where it was', async ({ page }) => {
    await openJob(page, NAME)
    await turnTo(page, 'Build')
    await page.getByRole('tab', { name: 'Sheets' }).click()
    const pdf = page.getByRole('button', { name: 'PDF: Measuring list' })
    await pdf.focus()
    await pdf.evaluate((button) => {
      button.addEventListener('focusout', () => (button.dataset.left = 'yes'))
      new MutationObserver(() => (button.dataset.busy = 'yes')).observe(button, { attributeFilter: ['aria-disabled'] })
    })
    let files = 0
    page.on('download', () => files++)
    const first = page.waitForEvent('download')
    await page.keyboard.press('Enter')
    await page.keyboard.press('Enter')
    await first
    await expect(pdf).toBeEnabled()
    await expect(pdf).toBeFocused()
    const { left, busy } = await pdf.evaluate(({ dataset }) => ({ ...dataset }) as { left?: string; busy?: string })
    expect({ files, left, busy }).toEqual({ files: 1, busy: 'yes' })
  })

  test('single keys may be turned off, and never act behind a dialog', async ({ page }) => {
    await openJob(page, NAME)
    await page.keyboard.press('5')
    await expect(page.getByRole('heading', { name: /^Cask/, level: 2 })).toBeVisible()
    await page.keyboard.press('?')
    await expect(page.getByRole('dialog').getByRole('heading').first()).toBeVisible()
    await page.keyboard.press('2')
    await page.keyboard.press('Escape')
    await expect(page.getByRole('heading', { name: /^Cask/, level: 2 })).toBeVisible()
    await page.getByRole('button', { name: /British, mm/ }).click()
    await page.getByLabel('Single-key shortcuts').uncheck()
    await page.keyboard.press('Escape')
    await page.locator('h1').click()
    await page.keyboard.press('2')
    await page.keyboard.press('t')
    await expect(page.getByRole('heading', { name: /^Cask/, level: 2 })).toBeVisible()
    await page.reload()
    await expect(page.getByRole('heading', { name: /^Cask/, level: 2 })).toBeVisible()
    await page.keyboard.press('2')
    await expect(page.getByRole('heading', { name: /^Cask/, level: 2 })).toBeVisible()
  })

  test('a slider answers every key that sliders have', async ({ page }) => {
    await openJob(page, NAME)
    await settled(page)
    const grip = page.getByRole('slider').first()
    const now = async () => Number(await grip.getAttribute('aria-valuenow'))
    await grip.focus()
    const before = await now()
    await page.keyboard.press('PageDown')
    await expect.poll(now).toBeLessThan(before - 20)
    const low = await now()
    await page.keyboard.press('ArrowRight')
    await expect.poll(now).toBeGreaterThan(low)
    await page.keyboard.press('Home')
    await expect.poll(now).toBe(Number(await grip.getAttribute('aria-valuemin')))
  })
})

test.describe('heard', () => {
  test('an edit, what it did to the snags and to the answer are told; the drawing is told in sentences', async ({ page }) => {
    await openJob(page, NAME, 'Cask')
    await settled(page)
    const news = page.getByTestId('news')
    await expect(news).toBeEmpty()
    // All that is heard, one after another: years that take long are told by themselves, after the edit and its snags.
    await news.evaluate((region) => {
      const heard: string[] = []
      Object.assign(window, { heard })
      new MutationObserver(() => heard.push(region.textContent)).observe(region, { childList: true, characterData: true, subtree: true })
    })
    const heard = () => page.evaluate(() => (window as unknown as { heard: string[] }).heard.join(' '))
    const height = page.getByLabel('Outside height', { exact: true }).first()
    await height.fill('1200 mm')
    await height.press('Enter')
    await expect.poll(heard).toMatch(/from 885.mm to 1,200.mm/)
    await expect.poll(heard).toMatch(/Demand met: \d+/)
    expect(await heard()).toMatch(/snag/i)
    await goTo(page, 'Drop')
    const drawing = page.getByRole('group', { name: 'Section at the eave' })
    await expect(drawing).toHaveAccessibleDescription(/Water leaves the gutter at 2,310.mm\..*is full at/)
    const figure = page.getByRole('region', { name: 'Figures' }).getByRole('button', { name: /^demand met: \d+ %, show its working/i })
    await expect(figure).toBeVisible()
  })

  test('system colours: what is chosen can be told from what is not', async ({ page }) => {
    await page.emulateMedia({ forcedColors: 'active' })
    await openJobs(page)
    await openJob(page, NAME)
    const build = page.getByRole('button', { name: 'Build', exact: true })
    await build.click()
    await expect(build).toHaveAttribute('aria-pressed', 'true')
    const colours = await page.evaluate(() =>
      ['true', 'false'].map((pressed) => {
        const button = [...document.querySelectorAll('header [aria-pressed]')].find(
          (each) => each.getAttribute('aria-pressed') === pressed,
        )!
        return getComputedStyle(button).backgroundColor
      }),
    )
    expect(colours[0]).not.toBe(colours[1])
  })
})

test.describe('a reader’s own letters', () => {
  /** Spacing as WCAG 2.2 (1.4.12) has it, of all text but a drawing’s, which is to scale; and letters half as large again. */
  const OWN = {
    'wide spacing':
      '*:not(svg, svg *) { line-height: 1.5 !important; letter-spacing: 0.12em !important; word-spacing: 0.16em !important } p { margin-bottom: 2em !important } svg { letter-spacing: 0; word-spacing: 0 }',
    '24 px letters': 'html { font-size: 24px !important }',
  }
  for (const [name, css] of Object.entries(OWN))
    for (const [width, height] of [
      [1280, 800],
      [390, 844],
    ] as const)
      test(`${name} at ${width} px: no text on another, none cut off, nothing beside the page`, async ({ page }) => {
        await page.setViewportSize({ width, height })
        // As a reader’s own settings are: there before anything is drawn.
        await page.addInitScript((text) => {
          const sheet = new CSSStyleSheet()
          sheet.replaceSync(text)
          document.adoptedStyleSheets = [sheet]
        }, css)
        const whole = async (where: string) => {
          expect([where, await textFaults(page)]).toEqual([where, []])
          expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(width)
        }
        await openJobs(page)
        await whole('jobs')
        await openJob(page, NAME)
        for (const station of ['Sky', 'Roof', 'Drop', 'Cask', 'Draw']) {
          await goTo(page, station)
          await settled(page)
          await whole(station)
        }
        for (const doing of ['Trial', 'Build', 'Log'] as const) {
          await turnTo(page, doing)
          await whole(doing)
        }
      })
})
