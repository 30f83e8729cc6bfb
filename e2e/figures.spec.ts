import type { Page } from '@playwright/test'
import { parseQuantity } from '../core/units/parse'
import type { QuantityKind } from '../core/units/quantity'
import { expect, goTo, openJob, settled, test } from './support'

/** One fact, one figure: every station of every demo job is walked in both systems, every working opened and added up as it is read. */
const JOBS = ['Withy Hard boathouse', 'Tannery Row dye studio', 'Pear Lane tram-stop shelter'] as const
const STATIONS = ['Sky', 'Roof', 'Gutter', 'Drop', 'Cask', 'Spill', 'Draw'] as const

/** What no figure may look like. */
const NONSENSE = /NaN|undefined|\[object|−0(?![\d.,])|(?<![\d.,])0\.00 (?:in|gal|mm|L)\b|Infinity/

const kindOf = (text: string): QuantityKind =>
  /L\/s|gpm/.test(text)
    ? 'flow'
    : /\d\s?(?:L|gal)$/.test(text)
      ? 'volume'
      : /m²|ft²/.test(text)
        ? 'area'
        : /%/.test(text)
          ? 'share'
          : /day/.test(text)
            ? 'days'
            : 'length'

function read(text: string, imperial: boolean): { kind: QuantityKind; value: number } | undefined {
  const plain = text.trim().replace('−', '-')
  const kind = kindOf(plain)
  const parsed = parseQuantity(kind, plain, { system: imperial ? 'imperial' : 'metric', terms: imperial ? 'en-US' : 'en-GB' })
  return parsed.ok ? { kind, value: parsed.value } : undefined
}

/** Opens every working in sight; those that are sums of one kind are added up. */
async function addUpWorkings(page: Page, imperial: boolean): Promise<number> {
  let added = 0
  const buttons = page.getByRole('button', { name: /show its working$/ })
  for (let i = 0; i < (await buttons.count()); i++) {
    const button = buttons.nth(i)
    if (!(await button.isVisible())) continue
    const shown = ((await button.textContent()) ?? '').replace(/\s+/g, ' ').trim()
    await button.click()
    const slip = page.getByRole('dialog', { name: /^Working:/ })
    await expect(slip).toBeVisible()
    const rows = await slip.locator('tr').evaluateAll((all) =>
      all.map((row) => ({
        label: row.querySelector('th')?.textContent ?? '',
        sign: row.querySelector('td span')?.textContent ?? '',
        text: (row.querySelector('td')?.textContent ?? '').trim(),
      })),
    )
    const lines = rows.map(({ sign, text, ...rest }) => ({ ...rest, sign, text: text.slice(sign.length).trim() }))
    const total = lines.at(-1)!
    // The figure that was opened is the last line of its working.
    expect(total.text.replace(/\s/g, '')).toBe(shown.replace(/\s/g, ''))
    const parts = lines.slice(0, -1)
    const values = lines.map(({ text }) => read(text, imperial))
    const isSum =
      parts.length > 1 &&
      parts.every(({ sign }, at) => (at === 0 ? sign === '' : sign === '+' || sign === '−')) &&
      values.every((each) => each?.kind === values[0]?.kind && each)
    if (isSum) {
      const sum = parts.reduce((whole, { sign }, at) => whole + (sign === '−' ? -1 : 1) * values[at]!.value, 0)
      const whole = values.at(-1)!.value
      expect([lines, Math.abs(sum - whole) <= 1e-6 * Math.max(1, Math.abs(whole))]).toEqual([lines, true])
      added++
    }
    await page.keyboard.press('Escape')
    await expect(slip).toBeHidden()
  }
  return added
}

for (const job of JOBS)
  for (const system of ['metric', 'imperial'] as const)
    test(`${job}, ${system}: workings add up, and the same fact is the same figure everywhere`, async ({ page }) => {
      await openJob(page, job)
      await settled(page)
      await page
        .locator('.strip')
        .getByRole('button', { name: /, (mm|ft in)$/ })
        .click()
      await page.getByLabel('Units', { exact: true }).selectOption(system)
      await page.keyboard.press('Escape')
      await settled(page)
      let added = 0
      for (const station of STATIONS) {
        await goTo(page, station)
        await settled(page)
        const text = (await page.locator('body').innerText()).replaceAll('\u00A0', ' ')
        expect(NONSENSE.exec(text)?.[0] ?? '').toBe('')
        added += await addUpWorkings(page, system === 'imperial')
      }
      expect(added).toBeGreaterThan(5)

      // What is left over the vessel: in the note, in the ledger and in its working.
      await goTo(page, 'Drop')
      const note = page.getByRole('navigation', { name: /^Stations/ }).getByRole('button', { name: /^4 Drop/ })
      const told = /([\d].*?) (?:left|short)/.exec(((await note.textContent()) ?? '').replaceAll('\u00A0', ' ').replace(/^4\s*Drop/, ''))
      const rows = page
        .getByRole('table', { name: 'Head ledger' })
        .getByRole('row')
        .filter({ hasText: /^\s*(?:Left|left|short|Short)/ })
      if (told && (await rows.count()) === 1) {
        const takes = (await rows.locator('td').last().innerText()).replaceAll('\u00A0', ' ').replace('−', '')
        expect(told[1]!.trim()).toBe(takes.trim())
      }

      // What is met: in the tally and in the answer.
      const tally = page.getByRole('region', { name: 'Figures' })
      const met = (
        (await tally
          .getByRole('button', { name: /%, show its working/ })
          .first()
          .textContent()) ?? ''
      ).replace(/\s/g, '')
      await goTo(page, 'Cask')
      await page.keyboard.press('w')
      await expect(page.getByText('Demand met, by volume')).toContainText(/\d/)
      const answer = ((await page.getByText('Demand met, by volume').getByRole('button').textContent()) ?? '').replace(/\s/g, '')
      expect(answer).toBe(met)
    })
