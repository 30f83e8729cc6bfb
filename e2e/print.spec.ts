import '../app/print/nodeBuffers'
import { extractText, getDocumentProxy, getResolvedPDFJS } from 'unpdf'
import { expect, turnTo, openJob, settled, test } from './support'

type Matrix = [number, number, number, number, number, number]
const times = ([a, b, c, d, e, f]: Matrix, [g, h, i, j, k, l]: Matrix): Matrix => [
  a * g + c * h,
  b * g + d * h,
  a * i + c * j,
  b * i + d * j,
  a * k + c * l + e,
  b * k + d * l + f,
]
const MM = 25.4 / 72

/** Boxes round everything drawn in a PDF, mm on paper, as an independent reader has them. */
async function boxesOf(bytes: Uint8Array): Promise<{ width: number; height: number }[]> {
  const pdf = await getDocumentProxy(Uint8Array.from(bytes))
  const { OPS } = await getResolvedPDFJS()
  const boxes: { width: number; height: number }[] = []
  for (let n = 1; n <= pdf.numPages; n++) {
    const { fnArray, argsArray } = await (await pdf.getPage(n)).getOperatorList()
    let now: Matrix = [1, 0, 0, 1, 0, 0]
    const kept: Matrix[] = []
    fnArray.forEach((fn, i) => {
      const args = argsArray[i] as unknown[]
      if (fn === OPS.save) kept.push(now)
      else if (fn === OPS.restore) now = kept.pop() ?? now
      else if (fn === OPS.transform) now = times(now, args as Matrix)
      else if (fn === OPS.constructPath && args[2]) {
        const [left, low, right, high] = Object.values(args[2] as Record<string, number>) as [number, number, number, number]
        boxes.push({ width: Math.abs((right - left) * now[0]) * MM, height: Math.abs((high - low) * now[3]) * MM })
      }
    })
  }
  return boxes
}
const words = async (bytes: Uint8Array) => (await extractText(await getDocumentProxy(Uint8Array.from(bytes)), { mergePages: true })).text

test.describe('on paper, by the browser’s own print', () => {
  for (const format of ['A4', 'Letter'] as const)
    test(`templates are at true scale on ${format}, across and along`, async ({ page }) => {
      await openJob(page, 'Withy Hard boathouse')
      await page.getByRole('button', { name: 'Build', exact: true }).click()
      await page.getByRole('tab', { name: 'Sheets' }).click()
      await page.getByRole('button', { name: 'Look at: Cuts and holes' }).click()
      await expect(page.locator('.sheet-view')).toBeVisible()
      const bytes = await page.pdf({ format, preferCSSPageSize: false })
      const boxes = await boxesOf(bytes)
      expect(boxes.some(({ width, height }) => Math.abs(width - 100) < 0.3 && height < 0.5)).toBe(true)
      expect(boxes.some(({ width, height }) => Math.abs(height - 100) < 0.3 && width < 0.5)).toBe(true)
      // The hole of the hose connector is drilled through the paper.
      expect(boxes.some(({ width, height }) => Math.abs(width - height) < 0.3 && width > 15 && width < 60)).toBe(true)
    })

  test.describe('dark', () => {
    test.use({ colorScheme: 'dark' })
    test('a station, its answer and the trial are whole, light, numbered and without buttons', async ({ page }) => {
      await openJob(page, 'Withy Hard boathouse')
      await settled(page)
      const drop = await page.pdf({ format: 'A4' })
      const text = await words(drop)
      for (const part of ['Head ledger', 'Left', 'The pipe as it hangs', 'Not drinking water', 'Demand met']) expect(text).toContain(part)
      for (const pressed of ['Undo', 'Export', 'Find trains']) expect(text).not.toContain(pressed)
      expect(text).toMatch(/1 \/ \d/)
      await page.emulateMedia({ media: 'print' })
      expect(await page.evaluate(() => getComputedStyle(document.documentElement).getPropertyValue('--ink').trim())).toBe('#16232b')
      await page.emulateMedia({ media: null })
      await turnTo(page, 'Trial')
      await expect(page.locator('.side h2').first()).toBeVisible()
      const trial = await words(await page.pdf({ format: 'Letter' }))
      // The last thing in the column beside the drawing is there.
      const last = await page.locator('.side h3').last().innerText()
      expect(trial.replace(/\s+/g, ' ')).toContain(last.replace(/\s+/g, ' '))
    })
  })
})
