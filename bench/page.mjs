import { existsSync } from 'node:fs'
import { chromium } from '@playwright/test'

const JOB = '/job/demo-withy-hard?station=drop'

/** The page as people meet it: first load, an edit to repainted figures, a drag, the worker's sweep and memory. */
export async function runPageBench(base, median) {
  const executablePath = ['/usr/bin/chromium', '/usr/bin/chromium-browser'].find((path) => existsSync(path))
  const browser = await chromium.launch({
    ...(executablePath ? { executablePath } : {}),
    args: ['--no-sandbox', '--disable-dev-shm-usage', '--disable-background-networking', '--no-first-run', '--enable-precise-memory-info'],
  })
  const rows = []
  const loads = []
  let script = 0
  for (let i = 0; i < 5; i++) {
    const context = await browser.newContext({ viewport: { width: 1280, height: 800 }, serviceWorkers: 'block' })
    const page = await context.newPage()
    const client = await context.newCDPSession(page)
    await client.send('Network.enable')
    const kinds = new Map()
    script = 0
    client.on('Network.responseReceived', ({ requestId, response }) => kinds.set(requestId, response.mimeType))
    client.on('Network.loadingFinished', ({ requestId, encodedDataLength }) => {
      if (/javascript/.test(kinds.get(requestId) ?? '')) script += encodedDataLength
    })
    const began = performance.now()
    await page.goto(base)
    await page.getByRole('heading', { name: 'Withy Hard boathouse' }).waitFor()
    loads.push(performance.now() - began)
    await context.close()
  }
  rows.push({ what: 'first load until the jobs are drawn', value: median(loads), unit: 'ms', limit: 2000 })
  rows.push({ what: 'JavaScript of the first view, gzip', value: script / 1024, unit: 'kB', limit: 250 })

  const context = await browser.newContext({ viewport: { width: 1280, height: 800 }, serviceWorkers: 'block' })
  const page = await context.newPage()
  await page.goto(base)
  await page.getByRole('heading', { name: 'Withy Hard boathouse' }).waitFor()
  await page.goto(base + JOB)
  await page
    .getByRole('button', { name: /%, show its working/ })
    .first()
    .waitFor()
  await page.waitForTimeout(2000)

  const grip = page.getByRole('slider', { name: 'Upper cut mark' })
  await grip.focus()
  // From the key to the next painted frame in which the ledger shows the new height.
  const edits = await grip.evaluate(async (slider) => {
    const taken = []
    for (let i = 0; i < 21; i++) {
      const before = slider.getAttribute('aria-valuetext')
      const began = performance.now()
      slider.dispatchEvent(new KeyboardEvent('keydown', { key: i % 2 ? 'ArrowDown' : 'ArrowUp', bubbles: true }))
      while (slider.getAttribute('aria-valuetext') === before) await new Promise(requestAnimationFrame)
      await new Promise(requestAnimationFrame)
      taken.push(performance.now() - began)
      await new Promise((resolve) => setTimeout(resolve, 350))
    }
    return taken
  })
  rows.push({ what: 'edit to repainted figures, median', value: median(edits), unit: 'ms', limit: 50 })

  const box = await grip.boundingBox()
  await page.mouse.move(box.x + 8, box.y + 12)
  await page.mouse.down()
  await page.evaluate(() => {
    window.frames_ = []
    const tick = (at) => {
      window.frames_.push(at)
      window.ticking = requestAnimationFrame(tick)
    }
    window.ticking = requestAnimationFrame(tick)
  })
  for (let i = 0; i < 90; i++) {
    await page.mouse.move(box.x + 8, box.y + 12 - (i % 30))
    await page.waitForTimeout(12)
  }
  const fps = await page.evaluate(() => {
    cancelAnimationFrame(window.ticking)
    const gaps = window.frames_.slice(1).map((at, i) => at - window.frames_[i])
    return 1000 / gaps.toSorted((a, b) => a - b)[Math.floor(gaps.length / 2)]
  })
  await page.mouse.up()
  rows.push({ what: 'dragging a height, median frame rate', value: fps, unit: 'fps', limit: 59 })

  const heap = await workerHeap(await context.newCDPSession(page))
  if (heap !== undefined) rows.push({ what: 'worker memory', value: heap / 1024 / 1024, unit: 'MB', limit: 150 })
  await browser.close()
  return rows
}

/** Bytes of heap that the page's worker uses; the page itself cannot ask, the debugging protocol can. */
async function workerHeap(client) {
  const session = await new Promise((resolve) => {
    client.on('Target.attachedToTarget', ({ sessionId, targetInfo }) => targetInfo.type === 'worker' && resolve(sessionId))
    void client.send('Target.setAutoAttach', { autoAttach: true, waitForDebuggerOnStart: false, flatten: false })
    setTimeout(() => resolve(undefined), 3000)
  })
  if (session === undefined) return undefined
  return new Promise((resolve) => {
    client.on('Target.receivedMessageFromTarget', ({ message }) => {
      const { id, result } = JSON.parse(message)
      if (id === 1) resolve(result?.usedSize)
    })
    void client.send('Target.sendMessageToTarget', {
      sessionId: session,
      message: JSON.stringify({ id: 1, method: 'Runtime.getHeapUsage' }),
    })
    setTimeout(() => resolve(undefined), 3000)
  })
}
