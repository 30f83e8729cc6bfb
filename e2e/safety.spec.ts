import { baseHeight } from '../core/layout'
import type { Scheme } from '../core/scheme'
import { readdirSync } from 'node:fs'
import { readFile, writeFile } from 'node:fs/promises'
import { createServer, request as httpRequest } from 'node:http'
import type { Page } from '@playwright/test'
import { demoJobs, demoRecords, withyHard } from '../core/demo'
import { writeJobFile } from '../core/scheme'
import { axeClean, deleteJob, expect, goTo, openJob, openJobs, test } from './support'

const ID = 'demo-withy-hard'
const NAME = 'Withy Hard boathouse'

interface Row {
  id: string
  job: Record<string, unknown> & { name: string; schemes: Record<string, unknown>[] }
  version?: number
  revision: number
  updated: number
  savedBy: string
}
/** What lies in the browser's store, past the application. */
const rowOf = (page: Page, id = ID): Promise<Row | undefined> =>
  page.evaluate(
    (wanted) =>
      new Promise<never>((resolve, reject) => {
        const asked = indexedDB.open('vernal-cask')
        asked.onerror = () => reject(asked.error!)
        asked.onsuccess = () => {
          const get = asked.result.transaction('jobs').objectStore('jobs').get(wanted)
          get.onsuccess = () => (asked.result.close(), resolve(get.result as never))
        }
      }),
    id,
  )
const putRow = (page: Page, row: Row) =>
  page.evaluate(
    (wanted) =>
      new Promise<void>((resolve, reject) => {
        const asked = indexedDB.open('vernal-cask')
        asked.onerror = () => reject(asked.error!)
        asked.onsuccess = () => {
          const write = asked.result.transaction('jobs', 'readwrite')
          write.objectStore('jobs').put(wanted)
          write.oncomplete = () => (asked.result.close(), resolve())
          write.onerror = () => reject(write.error!)
        }
      }),
    row,
  )
/** From now on the browser has no room for anything. */
const fillDisk = (page: Page) =>
  page.evaluate(() => {
    const full = () => {
      throw new DOMException('The quota has been exceeded.', 'QuotaExceededError')
    }
    const { put } = IDBObjectStore.prototype
    const { setItem } = Storage.prototype
    IDBObjectStore.prototype.put = full
    Storage.prototype.setItem = full
    Object.assign(window, { emptyDisk: () => ((IDBObjectStore.prototype.put = put), (Storage.prototype.setItem = setItem)) })
  })
const emptyDisk = (page: Page) => page.evaluate(() => (window as unknown as { emptyDisk(): void }).emptyDisk())
const grip = (page: Page) => page.getByRole('slider', { name: 'Top of the stand' })
const saved = (page: Page) => expect(page.locator('.strip [role=status]')).toContainText('Saved')
const standOf = async (page: Page) => baseHeight(((await rowOf(page))!.job.schemes[0] as Scheme).stores[0]!.vessels[0]!.base)

test('a list that was picked from shows what is, where what was picked could not be kept', async ({ page }) => {
  await openJobs(page)
  await page.getByRole('button', { name: 'List', exact: true }).click()
  const stage = page.getByLabel(`Stage of ${NAME}`)
  const before = await stage.inputValue()
  await fillDisk(page)
  await stage.selectOption('resting')
  await expect(page.getByRole('alert').filter({ hasText: NAME })).toBeVisible()
  await expect(stage).toHaveValue(before)
  await emptyDisk(page)
  await stage.selectOption('resting')
  await expect(stage).toHaveValue('resting')
  await page.reload()
  await expect(stage).toHaveValue('resting')
})

test('a name is data: one that looks like a code is shown as it stands, everywhere', async ({ page }) => {
  await openJobs(page)
  await page.getByRole('button', { name: 'New job' }).click()
  await page.getByLabel('Name of the job').fill('end:terrace')
  await page.getByRole('button', { name: 'Create job' }).click()
  await page.getByRole('button', { name: 'To the drawing' }).click()
  await expect(page.getByRole('heading', { name: 'end:terrace', level: 1 })).toBeVisible()
  await page
    .locator('.strip')
    .getByRole('button', { name: / of \d+\)/ })
    .click()
  await page.getByLabel('Name of the scheme').fill('mismatch.kind')
  await page.keyboard.press('Enter')
  await expect(page.locator('.strip')).toContainText('mismatch.kind')
  await page.keyboard.press('Escape')
  await saved(page)
  await page.goto('/')
  await expect(page.getByRole('heading', { name: 'end:terrace' })).toBeVisible()
  await expect(page.getByRole('heading', { name: NAME })).toBeVisible()
  await expect(page.getByRole('link', { name: 'Open end:terrace' })).toBeVisible()
})

test('a name with a character that nobody can see is refused where it is typed', async ({ page }) => {
  await openJob(page, NAME, 'Draw')
  const field = page.getByLabel('Name', { exact: true }).first()
  await field.fill('Bell\u0007')
  await field.press('Enter')
  await expect(page.getByText('a character in it that cannot be seen')).toBeVisible()
  await field.fill('Bell')
  await field.press('Enter')
  await expect(page.getByText('a character in it that cannot be seen')).toBeHidden()
})

test('a page that dies in mid-edit has kept every edit but those of the last half second', async ({ page, context }) => {
  await openJob(page, NAME)
  await grip(page).focus()
  const before = await standOf(page)
  const made: number[] = []
  for (let i = 0; i < 40; i++) {
    await page.keyboard.press('ArrowUp')
    made.push(Date.now())
    await page.waitForTimeout(40)
  }
  const session = await context.newCDPSession(page)
  const died = Date.now()
  await Promise.race([session.send('Page.crash').catch(() => {}), new Promise((resolve) => setTimeout(resolve, 500))])
  const next = await context.newPage()
  await next.goto(`/job/${ID}`)
  await expect(grip(next)).toBeVisible()
  await saved(next)
  const kept = Math.round(((await standOf(next)) - before) / 0.005)
  expect(kept).toBeGreaterThanOrEqual(made.filter((at) => at <= died - 500).length)
})

test('a full disk is told at once, nothing that was made is let go, and a link away waits', async ({ page }) => {
  await openJobs(page)
  await openJob(page, NAME)
  await saved(page)
  await fillDisk(page)
  await grip(page).focus()
  await page.keyboard.press('ArrowUp')
  const told = page.getByRole('alert').filter({ hasText: 'quota' })
  await expect(told).toBeVisible()
  const shown = await grip(page).getAttribute('aria-valuenow')

  // The browser's own way back leaves the job: it waits.
  await page.goBack()
  await expect(page.getByText('Export the file before you leave')).toBeVisible()
  await expect(page.getByRole('heading', { name: NAME, level: 1 })).toBeVisible()
  const download = page.waitForEvent('download')
  await told.getByRole('button', { name: 'Export' }).click()
  expect(JSON.parse(await readFile(await (await download).path(), 'utf8'))).toMatchObject({ format: 'vernal-cask-job' })

  // Leaving all the same, and coming back while the page is open: what was made is still there, and kept once there is room.
  await told.getByRole('button', { name: 'Leave all the same' }).click()
  await expect(page.getByRole('heading', { name: NAME, level: 2 })).toBeVisible()
  await emptyDisk(page)
  await page.getByRole('link', { name: `Open ${NAME}` }).click()
  await expect(grip(page)).toHaveAttribute('aria-valuenow', shown!)
  await saved(page)
  expect(Math.round((await standOf(page)) * 1000)).toBe(Number(shown))
})

test('a new job, an import and a removal that cannot be kept are told, and the file is offered', async ({ page }) => {
  await openJobs(page)
  await fillDisk(page)
  await page.getByRole('button', { name: 'New job' }).click()
  await page.getByLabel('Name of the job').fill('Kiln shed')
  await page.getByRole('button', { name: 'Create job' }).click()
  const notice = page.getByRole('alert').filter({ hasText: 'Kiln shed' })
  await expect(notice).toContainText('quota')
  const download = page.waitForEvent('download')
  await notice.getByRole('button').first().click()
  expect((await download).suggestedFilename()).toBe('Kiln shed.cask.json')

  const job = { ...demoJobs()[0]!, id: 'job-brought', name: 'Brought along' }
  await page.getByLabel('Import a job file').setInputFiles({
    name: 'brought.cask.json',
    mimeType: 'application/json',
    buffer: Buffer.from(writeJobFile(job, demoRecords())),
  })
  await expect(page.getByRole('alert').filter({ hasText: 'Brought along' })).toContainText('Nothing has been changed')
  await deleteJob(page, NAME)
  await expect(page.getByRole('alert').filter({ hasText: NAME })).toBeVisible()
  await expect(page.getByRole('heading', { name: NAME })).toBeVisible()

  // With room again, trying again does it.
  await emptyDisk(page)
  await notice.getByRole('button', { name: 'Try again' }).click()
  await expect(page.getByRole('heading', { name: 'Kiln shed' })).toBeVisible()
})

for (const visited of [false, true])
  test.describe(visited ? 'at a later visit' : 'at a first visit', () => {
    test.use({ visited })
    test('a browser that keeps nothing says so, on the jobs and on a new one', async ({ page }) => {
      await page.addInitScript(() => {
        IDBFactory.prototype.open = () => {
          throw new DOMException('A mutation operation was attempted on a database that did not allow mutations.', 'InvalidStateError')
        }
      })
      await page.goto('/')
      await expect(page.getByRole('alert').first()).toBeVisible()
      await page.getByRole('button', { name: 'New job' }).click()
      await page.getByRole('button', { name: 'Create job' }).click()
      await expect(page.getByRole('region', { name: 'Notices' }).getByRole('alert')).toContainText('could not be saved')
    })
  })

test('a browser’s store that gives no answer is waited for with a word, on the jobs and in a job', async ({ page }) => {
  await page.addInitScript(() => {
    // A request that is never heard of again.
    IDBFactory.prototype.open = () => new EventTarget() as IDBOpenDBRequest
  })
  for (const path of ['/', '/job/demo-withy-hard']) {
    await page.goto(path)
    const told = page.getByRole('alert').filter({ hasText: 'has not yet answered' })
    await expect(told).toContainText('Nothing is lost')
    await expect(told.getByRole('button', { name: 'Reload' })).toBeVisible()
    await axeClean(page)
  }
  await page.getByRole('alert').getByRole('link').click()
  await expect(page.getByRole('heading', { name: 'Jobs', level: 1 })).toBeVisible()
})

test('two jobs removed in a row are both in the bin, and come back', async ({ page }) => {
  await openJobs(page)
  for (const name of [NAME, 'Tannery Row dye studio']) {
    await deleteJob(page, name)
    await expect(page.getByRole('heading', { name, level: 2 })).toBeHidden()
  }
  await page.getByText('Deleted jobs (2)').click()
  await page.getByRole('button', { name: `Restore ${NAME}` }).click()
  await expect(page.getByRole('heading', { name: NAME, level: 2 })).toBeVisible()
  await page.reload()
  await page.getByText('Deleted jobs (1)').click()
  const doomed = 'Delete Tannery Row dye studio for good'
  await page.getByRole('button', { name: doomed, exact: true }).click()
  await page.getByRole('button', { name: `Really ${doomed.charAt(0).toLowerCase()}${doomed.slice(1)}` }).click()
  await expect(page.getByText('Deleted jobs')).toBeHidden()
})

test('a job removed in another tab says so where it is open, and can be kept after all', async ({ page, context }) => {
  await openJob(page, NAME)
  const other = await context.newPage()
  await openJobs(other)
  await deleteJob(other, NAME)
  await expect(page.getByText('deleted in another tab')).toBeVisible()
  await grip(page).focus()
  await page.keyboard.press('ArrowUp')
  await page.getByRole('button', { name: 'Save it again' }).click()
  await saved(page)
  await expect(other.getByRole('heading', { name: NAME, level: 2 })).toBeVisible()
})

test('undo of one job is not offered in the next', async ({ page }) => {
  await openJobs(page)
  await openJob(page, NAME)
  await grip(page).focus()
  await page.keyboard.press('ArrowUp')
  await expect(page.getByRole('button', { name: 'Undo' })).toBeEnabled()
  await page.goBack()
  await page.getByRole('link', { name: 'Open Pear Lane tram-stop shelter' }).click()
  await expect(page.getByRole('heading', { name: /Pear Lane/, level: 1 })).toBeVisible()
  await expect(page.getByRole('button', { name: 'Undo' })).toBeDisabled()
})

test('a newer release in another tab: this one lets go, says so, and loses nothing', async ({ page, context }) => {
  await openJob(page, NAME)
  const other = await context.newPage()
  await other.goto('/icon.svg')
  await other.evaluate(
    () =>
      new Promise<void>((resolve, reject) => {
        const asked = indexedDB.open('vernal-cask', 9990)
        asked.onerror = () => reject(asked.error!)
        asked.onsuccess = () => (asked.result.close(), resolve())
      }),
  )
  await expect(page.getByText('Another tab has opened a newer release')).toBeVisible()
  await grip(page).focus()
  await page.keyboard.press('ArrowUp')
  await expect(page.locator('.alert')).toBeVisible()
})

test('rows of a newer release and damaged ones stand beside the others, and are left as they are', async ({ page }) => {
  await openJobs(page)
  const row = (await rowOf(page))!
  await putRow(page, { ...row, id: 'future', version: 99, job: { ...row.job, id: 'future', name: 'From the future' } })
  await putRow(page, { ...row, id: 'odd', job: { ...row.job, id: 'odd', name: 'Odd one', schemes: [{}] } })
  await page.reload()
  await expect(page.getByRole('heading', { name: NAME, level: 2 })).toBeVisible()
  const future = page.getByRole('alert').filter({ hasText: 'From the future' })
  await expect(future).toContainText('newer release')
  const odd = page.getByRole('alert').filter({ hasText: 'Odd one' })
  await expect(odd).toContainText('schemes[0].name')
  const download = page.waitForEvent('download')
  await odd.getByRole('button').first().click()
  expect(JSON.parse(await readFile(await (await download).path(), 'utf8'))).toMatchObject({ job: { name: 'Odd one' } })
  for (const [id, words] of [
    ['future', 'newer release'],
    ['odd', 'cannot be shown'],
  ]) {
    await page.goto(`/job/${id}`)
    await expect(page.getByRole('alert')).toContainText(words!)
  }
  expect(await rowOf(page, 'future')).toMatchObject({ version: 99, revision: row.revision })
})

test.describe('where a view fails', () => {
  // What goes wrong is written to the console for whoever looks; here it is expected.
  test.use({ expectErrors: true })
  test('an address that leads nowhere says so in our own words', async ({ page }) => {
    await page.goto('/no/such/page')
    await expect(page.getByRole('heading', { name: 'There is no such page' })).toBeVisible()
    await page.getByRole('button', { name: 'To the jobs' }).click()
    await expect(page.getByRole('heading', { name: NAME })).toBeVisible()
  })
  test('the rest of the page stays, the file is offered, and the way back is open', async ({ page }) => {
    await openJobs(page)
    const row = (await rowOf(page))!
    const schemes = row.job.schemes.map((scheme) => ({ ...scheme, trial: { ...(scheme.trial as object), storm: { kind: 'gauge' } } }))
    await putRow(page, { ...row, revision: row.revision + 1, savedBy: 'another release', job: { ...row.job, schemes } })
    await page.goto(`/job/${ID}?doing=trial`)
    const failed = page.getByRole('alert').filter({ hasText: 'Storm trial could not be shown' })
    await expect(failed).toBeVisible()
    const download = page.waitForEvent('download')
    await failed.getByRole('button', { name: 'Export' }).click()
    expect((await download).suggestedFilename()).toContain(NAME)
    await page.getByRole('button', { name: 'Trial', exact: true }).click()
    await expect(page.getByRole('heading', { name: /^Drop/, level: 2 })).toBeVisible()
    await goTo(page, 'Cask')
  })
})

test('a file far too large, and one of empty parts, are refused at once with a word', async ({ page }, info) => {
  await openJobs(page)
  const bring = page.getByLabel('Import a job file')
  const file = (text: string | Buffer) => ({ name: 'odd.cask.json', mimeType: 'application/json', buffer: Buffer.from(text) })
  const large = info.outputPath('odd.cask.json')
  await writeFile(large, Buffer.alloc(49e6, 32))
  await bring.setInputFiles(large)
  await expect(page.getByRole('alert')).toContainText('49 MB')
  const job = withyHard()
  const many = {
    format: 'vernal-cask-job',
    version: 5,
    records: [],
    job: { ...job, schemes: [{ ...job.schemes[0]!, sections: Array.from({ length: 100_000 }, () => ({})) }] },
  }
  const began = Date.now()
  await bring.setInputFiles(file(JSON.stringify(many)))
  await expect(page.getByRole('alert')).toContainText('job.schemes[0].sections')
  expect(Date.now() - began).toBeLessThan(10_000)
})

test('licences of all that is shipped are there to be read', async ({ page, request }) => {
  await openJobs(page)
  await expect(page.getByRole('link', { name: 'Licences' })).toHaveAttribute('href', '/licences.txt')
  const text = await (await request.get('/licences.txt')).text()
  for (const name of ['vue', 'dexie', 'pdf-lib', 'yup', 'tinypool', '@fontsource/bitter', '@fontsource/atkinson-hyperlegible-next'])
    expect(text).toContain(`\n${name} `)
  // Every library that the server carries.
  const carried = readdirSync('.output/server/node_modules').flatMap((name) =>
    name.startsWith('@') ? readdirSync(`.output/server/node_modules/${name}`).map((part) => `${name}/${part}`) : [name],
  )
  expect(carried.filter((name) => !text.includes(`\n${name} `))).toEqual([])
  expect(text).toContain('SIL OPEN FONT LICENSE')
  expect(text).toContain('MIT License')
})

/** The tested server by another address, from which the page can be released anew: its service worker then differs. */
async function releases(baseURL: string) {
  let released = 0
  const server = createServer((request, response) => {
    const headers = { ...request.headers, 'accept-encoding': 'identity' }
    const out = httpRequest(`${baseURL}${request.url}`, { method: request.method, headers }, (answer) => {
      if (request.url !== '/sw.js') {
        response.writeHead(answer.statusCode!, answer.headers)
        answer.pipe(response)
        return
      }
      const parts: Buffer[] = []
      answer.on('data', (part: Buffer) => parts.push(part))
      answer.on('end', () => {
        response.writeHead(200, { 'content-type': 'text/javascript', 'cache-control': 'no-store' })
        response.end(`${Buffer.concat(parts).toString()}\n// release ${released}\n`)
      })
    })
    request.pipe(out)
  })
  await new Promise<void>((resolve) => server.listen(4176, '127.0.0.1', resolve))
  return { address: 'http://127.0.0.1:4176', release: () => released++, close: () => server.close() }
}

test.describe('with its service worker', () => {
  test.use({ serviceWorkers: 'allow' })
  test('a new release is told, taken up by itself when nobody looks and nothing is half typed, and loses nothing', async ({
    page,
    baseURL,
  }) => {
    const { address, release, close } = await releases(baseURL!)
    try {
      await page.goto(`${address}/`)
      await page.evaluate(async () => void (await navigator.serviceWorker.ready))
      await expect(page.getByRole('heading', { name: NAME })).toBeVisible()
      await page.goto(`${address}/job/${ID}?station=draw`)
      const field = page.getByLabel('Name', { exact: true }).first()
      await expect(field).toBeVisible()
      await page.waitForFunction(() => navigator.serviceWorker.controller !== null)
      release()
      await page.evaluate(async () => void (await (await navigator.serviceWorker.getRegistration())!.update()))
      await expect(page.getByText('A new release is ready')).toBeVisible({ timeout: 20_000 })

      const look = (state: string) =>
        page.evaluate((wanted) => {
          Object.defineProperty(document, 'visibilityState', { value: wanted, configurable: true })
          document.dispatchEvent(new Event('visibilitychange'))
        }, state)
      await page.evaluate(() => Object.assign(window, { sameAsBefore: true }))
      await field.fill('Half a na')
      await look('hidden')
      await page.waitForTimeout(1500)
      expect(await page.evaluate(() => 'sameAsBefore' in window)).toBe(true)
      await look('visible')
      await expect(field).toHaveValue('Half a na')
      await field.fill('Half a name')
      await field.press('Tab')
      const again = page.waitForEvent('load')
      await look('hidden')
      await again
      await expect(page.getByLabel('Name', { exact: true }).first()).toHaveValue('Half a name')
      await expect(page.getByText('A new release is ready')).toBeHidden()
    } finally {
      close()
    }
  })
})

test.describe('before and beside the application', () => {
  test.use({ expectErrors: true })
  test('without JavaScript, and while nothing has come yet, there are words', async ({ browser }) => {
    const context = await browser.newContext({ javaScriptEnabled: false })
    const page = await context.newPage()
    const answer = await page.goto('/')
    // The browser shows what stands in here only where scripts are off for good, which a test cannot make it believe.
    expect(await answer!.text()).toMatch(/<noscript>[^]*needs JavaScript[^]*<\/noscript>/)
    await expect(page.getByText('Vernal Cask', { exact: true })).toBeVisible()
    await context.close()
  })
  test('a script that does not come is told after a while, and nothing is blank', async ({ page }) => {
    await page.route(/\/_nuxt\/.*\.js/, (route) => route.abort())
    await page.goto('/')
    await expect(page.getByText('Opening…')).toBeVisible()
    await expect(page.getByText('If nothing comes, reload the page')).toBeVisible({ timeout: 12_000 })
  })
  test('an address that leads nowhere says so, and leads to the jobs', async ({ page }) => {
    await page.goto('/nowhere/at/all')
    await expect(page.getByRole('heading', { level: 1 })).toBeVisible()
    await page.getByRole('button', { name: /jobs/i }).click()
    await expect(page.getByRole('heading', { name: 'Jobs', level: 1 })).toBeVisible()
  })
  test('it can be installed: manifest, icons for every frame, name, start', async ({ page, request }) => {
    await openJobs(page)
    const href = await page.locator('link[rel="manifest"]').getAttribute('href')
    const manifest = (await (await request.get(href!)).json()) as {
      name: string
      start_url: string
      display: string
      icons: { src: string; sizes: string; purpose?: string }[]
    }
    expect(manifest).toMatchObject({ name: 'Vernal Cask', start_url: '/', display: 'standalone' })
    expect(manifest.icons.some(({ purpose }) => purpose === 'maskable')).toBe(true)
    for (const { src } of manifest.icons) expect([src, (await request.get(src)).ok()]).toEqual([src, true])
  })
})
