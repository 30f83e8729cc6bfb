import ical from 'node-ical'
import { describe, expect, it } from 'vitest'
import { ARRANGEMENTS } from '../arrangements'
import { demoJobs } from '../demo'
import { dayNumber } from '../rain'
import { defaultSite, type Entry } from '../scheme'
import { CARE_KINDS, careDue, careTasks, entryFor, shutDownSteps, startUpSteps, ticks, uidOf, writeCalendar, type CalendarLine } from '.'

const site = defaultSite()
const START = dayNumber(2026, 1, 1)
const dry = { start: START, depths: new Float64Array(400) }
const at = (day: number) => `${new Date(day * 86_400_000).toISOString().slice(0, 10)}T09:00Z`
const shelter = demoJobs()[2]!.schemes[0]!
/** A tote on a pad with a first flush that is emptied by hand. */
const handFlush = ARRANGEMENTS[9]!()

describe('care', () => {
  it('asks for the parts that a scheme has and for no others', () => {
    const kinds = (scheme: typeof shelter) => new Set(careTasks(scheme, site).map(({ kind }) => kind))
    expect(kinds(shelter).has('emptyFlush')).toBe(false)
    expect(kinds(handFlush).has('emptyFlush')).toBe(true)
    expect(kinds(shelter).has('pumpFilter')).toBe(false)
    for (const make of ARRANGEMENTS) {
      const scheme = make()
      const ids = careTasks(scheme, site).map(({ id }) => id)
      expect(new Set(ids).size).toBe(ids.length)
      const parts = new Set([
        ...scheme.drops.flatMap(({ devices }) => devices.map(({ id }) => id)),
        ...scheme.stores.flatMap(({ vessels }) => vessels.map(({ id }) => id)),
        ...scheme.gutters.map(({ id }) => id),
        ...scheme.pumps.map(({ id }) => id),
      ])
      for (const { part } of careTasks(scheme, site)) if (part !== undefined) expect(parts).toContain(part)
    }
    const all = new Set(ARRANGEMENTS.flatMap((make) => [...kinds(make())]))
    // What no arrangement has, a scheme of its own has.
    const filtered = {
      ...shelter,
      uses: ['house' as const],
      drops: shelter.drops.map((drop) => ({
        ...drop,
        devices: [{ kind: 'filter' as const, id: 'filter', mesh: 0.0005, passes: 0.9, height: 0.1 }, ...drop.devices],
      })),
      stores: shelter.stores.map((store) => ({ ...store, vessels: store.vessels.map((vessel) => ({ ...vessel, lid: 'open' as const })) })),
    }
    for (const kind of kinds(filtered)) all.add(kind)
    expect([...CARE_KINDS].filter((kind) => !all.has(kind))).toEqual([])
  })
  it('is of what it is named for: each part by its own name, painted where light gets in', () => {
    const of = (scheme: typeof shelter, kind: string) => careTasks(scheme, site).filter((task) => task.kind === kind)
    for (const make of ARRANGEMENTS) {
      const scheme = make()
      const vessels = scheme.stores.flatMap((store) => store.vessels)
      const pipeOf = (id: string) => scheme.drops.find(({ devices }) => devices.some((device) => device.id === id))!.name
      for (const kind of ['emptyFlush', 'flushDrain', 'flushClean', 'screen', 'filter'])
        for (const { part, values } of of(scheme, kind)) expect(values).toEqual({ pipe: pipeOf(part!) })
      for (const kind of ['lid', 'vents', 'sediment', 'paint', 'larvae'])
        for (const { part, values } of of(scheme, kind)) expect(values).toEqual({ vessel: vessels.find(({ id }) => id === part)!.name })
      expect(of(scheme, 'paint').map(({ part }) => part)).toEqual(
        vessels.flatMap(({ id, light }) => (['clad', 'translucent'].includes(light) ? [id] : [])),
      )
      expect(of(scheme, 'vents').map(({ part }) => part)).toEqual(
        vessels.flatMap(({ id, ports }) => (ports.some(({ role }) => role === 'vent') ? [id] : [])),
      )
      // No first flush both drips out by itself and waits for a hand.
      const flushes = scheme.drops.flatMap(({ devices }) => devices.filter(({ kind }) => kind === 'first-flush'))
      expect(of(scheme, 'emptyFlush').length + of(scheme, 'flushDrain').length).toBe(flushes.length)
    }
    expect(of({ ...shelter, drops: shelter.drops.map((drop) => ({ ...drop, brackets: [] })) }, 'brackets')).toEqual([])
  })
  it('is ticked by what was done, and by nothing else of its kind', () => {
    const tasks = (scheme: typeof shelter) => careTasks({ ...scheme, uses: ['house'] }, site)
    const ticked = (scheme: typeof shelter, entry: object) => [
      ...new Set(tasks(scheme).flatMap((task) => (ticks(task, { id: 'x', at: at(START), ...entry } as Entry) ? [task.kind] : []))),
    ]
    const clad = {
      ...shelter,
      stores: shelter.stores.map((store) => ({ ...store, vessels: store.vessels.map((each) => ({ ...each, light: 'clad' as const })) })),
    }
    expect(ticked(clad, { kind: 'mended', what: 'painted' })).toEqual(['paint'])
    expect(ticked(clad, { kind: 'mended', what: 'joint' })).toEqual(['joints'])
    expect(ticked(clad, { kind: 'mended', what: 'changed' })).toEqual([])
    expect(ticked(clad, { kind: 'cleaned', what: 'sediment' })).toEqual(['sediment'])
    expect(ticked(clad, { kind: 'test', test: 'brackets', passed: true })).toEqual(['brackets'])
    expect(ticked(clad, { kind: 'rain', depth: 3 })).toEqual([])
    const [flush] = tasks(handFlush).filter(({ kind }) => kind === 'emptyFlush')
    expect(ticked(handFlush, { kind: 'flush-emptied', part: flush!.part })).toEqual(['emptyFlush'])
    expect(ticked(handFlush, { kind: 'flush-emptied', part: 'another' })).toEqual([])
    expect(ticked(handFlush, { kind: 'cleaned', what: 'first-flush', part: 'another' })).toEqual([])
  })
  it('is ticked by what it writes down itself', () => {
    for (const make of ARRANGEMENTS)
      for (const task of careTasks(make(), site))
        expect([task.id, ticks(task, { id: 'x', at: at(START), ...entryFor(task) } as Entry)]).toEqual([task.id, true])
  })
  it('a first flush is due on the day after rain, and not before it rained again once it was emptied', () => {
    const depths = new Float64Array(400)
    depths[10] = 6
    depths[20] = 1
    const task = careTasks(handFlush, site).find(({ kind }) => kind === 'emptyFlush')!
    const due = (entries: Entry[], today: number) => careDue([task], entries, START, { start: START, depths }, START + today)[0]!
    expect(due([], 9).due).toBeUndefined()
    expect(due([], 11)).toMatchObject({ due: START + 11, over: 0 })
    const emptied: Entry = { kind: 'flush-emptied', id: 'f', at: at(START + 12), part: task.part! }
    expect(due([emptied], 25).due).toBeUndefined()
    depths[30] = 3
    expect(due([emptied], 33)).toMatchObject({ due: START + 31, over: 2 })
  })
  it('comes round: so many days after it was done, sooner in leaf fall, once a year in its month', () => {
    const gutter = careTasks(shelter, site).find(({ kind }) => kind === 'gutter')!
    const done = (day: number): Entry => ({ kind: 'cleaned', id: 'c', at: at(day), what: 'gutter' })
    const [summer] = careDue([gutter], [done(dayNumber(2026, 5, 1))], START, dry, START + 200)
    expect(summer!.due).toBe(dayNumber(2026, 5, 1) + 90)
    const [autumn] = careDue([gutter], [done(dayNumber(2026, 10, 3))], START, dry, START + 300)
    expect(autumn!.due).toBe(dayNumber(2026, 10, 17))
    const sediment = careTasks(shelter, site).find(({ kind }) => kind === 'sediment')!
    expect(careDue([sediment], [], START, dry, START + 100)[0]!.due).toBe(dayNumber(2026, 9, 1))
    const early: Entry = { kind: 'cleaned', id: 's', at: at(dayNumber(2026, 8, 12)), what: 'sediment' }
    expect(careDue([sediment], [early], START, dry, START + 300)[0]!.due).toBe(dayNumber(2027, 9, 1))
  })
  it('south of the equator leaves fall in April, and sediment goes in March', () => {
    const south = careTasks(shelter, { ...site, latitude: -37 })
    expect(south.find(({ kind }) => kind === 'gutter')!.rhythm).toMatchObject({ months: [4, 5] })
    expect(south.find(({ kind }) => kind === 'sediment')!.rhythm).toMatchObject({ month: 3 })
  })
})

describe('shutting down and starting again', () => {
  it('leads the water away first and looks round last; starting goes the other way', () => {
    for (const make of ARRANGEMENTS) {
      const down = shutDownSteps(make(), site)
      const kinds = down.map(({ kind }) => kind)
      expect(new Set(down.map(({ id }) => id)).size).toBe(down.length)
      expect(['divert', 'shutOff', 'gutterLeft', 'openFlush']).toContain(kinds[0])
      expect(kinds.at(-1)).toBe('look')
      const up = startUpSteps(make(), site)
      expect(up[0]!.kind).toBe('look')
      expect(up.slice(1).map(({ id }) => id)).toEqual(
        down
          .slice(0, -1)
          .toReversed()
          .map(({ id }) => id),
      )
    }
  })
  it('does with each part what it is for, and names it', () => {
    for (const make of ARRANGEMENTS) {
      const scheme = make()
      const steps = shutDownSteps(scheme, site)
      const named = (kind: string) => steps.filter((step) => step.kind === kind).map(({ values }) => Object.values(values)[0])
      const pipesWith = (has: (device: (typeof scheme)['drops'][number]['devices'][number]) => boolean) =>
        scheme.drops.flatMap(({ name, devices }) => devices.filter(has).map(() => name))
      expect(named('divert')).toEqual(pipesWith(({ kind }) => kind === 'twist' || kind === 'flap'))
      expect(named('shutOff')).toEqual(pipesWith(({ kind }) => kind === 'winter-shut-off'))
      expect(named('openFlush')).toEqual(pipesWith(({ kind }) => kind === 'first-flush'))
      expect(named('drainCarry')).toEqual(pipesWith((device) => device.kind === 'carrying-pipe' && device.wet))
      const vessels = scheme.stores.flatMap((store) => store.vessels)
      const names = (are: (vessel: (typeof vessels)[number]) => boolean) => vessels.filter(are).map(({ name }) => name)
      expect(named('leaveRoom')).toEqual(names(({ nominal }) => nominal > 0.6))
      expect(named('drainVessel')).toEqual(names(({ nominal }) => nominal <= 0.6))
      expect(named('cover')).toEqual(names(({ lid }) => lid === 'sealed'))
      expect(named('capLid')).toEqual(names(({ lid }) => lid !== 'sealed'))
      expect(named('tapOpen')).toEqual(scheme.taps.map(({ name }) => name))
      expect(named('hoseIn')).toEqual(scheme.taps.flatMap(({ name, hose }) => (hose ? [name] : [])))
      for (const name of named('gutterLeft')) expect(scheme.drops.map((drop) => drop.name)).toContain(name)
    }
  })
  it('parts links only where there are some, takes pumps in only where there is one, and leaves room in what is too large to empty', () => {
    const kinds = (i: number) => shutDownSteps(ARRANGEMENTS[i]!(), site).map(({ kind }) => kind)
    expect(kinds(12)).toContain('partLinks')
    expect(kinds(5)).not.toContain('partLinks')
    expect(kinds(16)).toContain('pumpIn')
    expect(kinds(5)).not.toContain('pumpIn')
    expect(kinds(15)).toContain('leaveRoom')
    expect(kinds(5)).toContain('drainVessel')
  })
  it('clips out what snow would slide on to: plastic gutters under steep roofs, where it is cold enough, last up and first back', () => {
    const cold = { ...site, low: site.low.map((low) => low - 6), high: site.high.map((high) => high - 6) }
    const outs = (scheme: typeof shelter, of: typeof site) =>
      shutDownSteps(scheme, of).flatMap(({ kind, values }) => (kind === 'gutterOut' ? [values.gutter] : []))
    const butt = ARRANGEMENTS[5]!()
    const steep = (pitch: number) => ({ ...butt, sections: butt.sections.map((section) => ({ ...section, pitch })) })
    const of = (material: 'plastic' | 'metal', pitch: number) => ({
      ...steep(pitch),
      gutters: butt.gutters.map((gutter) => ({ ...gutter, material })),
    })
    expect(outs(of('plastic', 30), cold)).toEqual(butt.gutters.map(({ name }) => name))
    expect(outs(of('plastic', 30), site)).toEqual([])
    expect(outs(of('plastic', 9), cold)).toEqual([])
    expect(outs(of('metal', 30), cold)).toEqual([])
    const down = shutDownSteps(of('plastic', 30), cold).map(({ kind }) => kind)
    expect(down.indexOf('gutterOut')).toBeLessThan(down.indexOf('drainVessel'))
    expect(startUpSteps(of('plastic', 30), cold).map(({ kind }) => kind)).toContain('gutterOut')
  })
})

describe('a calendar file', () => {
  const lines: CalendarLine[] = careTasks(handFlush, site).map((task) => ({
    uid: uidOf('job-1', task),
    title: `Ünïcode, ${task.kind}; with \\ and a long line that has to be folded because it is longer than seventy-five octets`,
    text: 'two\nlines',
    day: dayNumber(2026, 11, 29),
    rhythm: task.rhythm,
  }))
  const text = writeCalendar('A tote', lines, new Date('2026-11-29T10:00:00Z'), 7)
  // Read back by another library than the one that writes it.
  const events = Object.values(ical.sync.parseICS(text)).filter((each) => each !== undefined && each.type === 'VEVENT')

  it('is read back by another library: every line, its day, its rule and its alarm', () => {
    const seasonal = lines.filter(({ rhythm }) => rhythm?.kind === 'seasonal').length
    expect(events).toHaveLength(lines.length + seasonal)
    for (const line of lines) {
      const event = events.find(({ uid }) => uid === line.uid)!
      expect(event.summary).toBe(line.title)
      expect(event.description).toBe(line.text)
      expect(event.datetype).toBe('date')
      expect(event.rrule).toBeDefined()
      expect(Number(event.sequence)).toBe(7)
      expect(event.alarms).toHaveLength(1)
    }
  })
  it('comes round when it is due: a yearly line on its day of the next year', () => {
    const yearly = lines.find(({ rhythm }) => rhythm?.kind === 'yearly')!
    const { rrule } = events.find(({ uid }) => uid === yearly.uid)!
    const next = rrule!.between(new Date('2027-06-01'), new Date('2028-06-01'))
    expect(next).toHaveLength(1)
    expect(next[0]!.toISOString().slice(5, 10)).toBe('11-29')
  })
  it('comes round as often as its care does: by days, weekly where rain decides, more often in its season alone', () => {
    // Two years from the next new year on: whole rounds, whatever day they began on.
    const [from, to] = [new Date('2027-01-01'), new Date('2029-01-01')]
    const daysOf = (uid: string) => {
      const { rrule } = events.find((event) => event.uid === uid)!
      return rrule!.between(from, to).map((date) => Math.round(date.getTime() / 86_400_000))
    }
    const steps = (days: readonly number[]) => [...new Set(days.slice(1).map((day, i) => day - days[i]!))]
    const monthOf = (day: number) => new Date(day * 86_400_000).getUTCMonth() + 1
    for (const { uid, rhythm } of lines) {
      const days = daysOf(uid)
      if (rhythm!.kind === 'rain') expect(steps(days)).toEqual([7])
      if (rhythm!.kind === 'days') expect(steps(days)).toEqual([rhythm!.days])
      if (rhythm!.kind === 'yearly') expect(days).toHaveLength(2)
      if (rhythm!.kind !== 'seasonal') continue
      expect(steps(days)).toEqual([rhythm!.otherwise])
      const season = daysOf(uid.replace('@', '-season@'))
      expect(new Set(season.map(monthOf))).toEqual(new Set(rhythm!.months))
      for (const year of [2027, 2028]) {
        const own = season.filter((day) => new Date(day * 86_400_000).getUTCFullYear() === year)
        expect(steps(own)).toEqual([rhythm!.days])
        // From the season's first days to its last.
        expect(own.length).toBeGreaterThanOrEqual(Math.floor(61 / rhythm!.days))
      }
    }
    expect(new Set(lines.map(({ rhythm }) => rhythm!.kind))).toEqual(new Set(['rain', 'days', 'yearly', 'seasonal']))
  })
  it('begins its season with the season, reminds at eight, and says when it was written', () => {
    const seasonal = lines.find(({ rhythm }) => rhythm?.kind === 'seasonal')!
    expect(
      events
        .find(({ uid }) => uid === seasonal.uid.replace('@', '-season@'))!
        .start.toISOString()
        .slice(0, 10),
    ).toBe('2026-10-01')
    expect(text.match(/^TRIGGER:PT8H$/gm)).toHaveLength(events.length)
    expect(text.match(/^LAST-MODIFIED:20261129T100000Z$/gm)).toHaveLength(events.length)
    expect(text).toMatch(/^CALSCALE:GREGORIAN$/m)
    // An alarm that is shown says what of. RFC 5545, 3.6.6.
    for (const alarm of text.split('BEGIN:VALARM').slice(1)) expect(alarm.split('END:VALARM')[0]).toContain('DESCRIPTION:Ünïcode')
  })
  it('keeps its lines under seventy-five octets and its ids from one writing to the next', () => {
    for (const line of text.split('\r\n')) expect(Buffer.byteLength(line)).toBeLessThanOrEqual(75)
    const again = writeCalendar('A tote', lines, new Date('2027-01-01T10:00:00Z'), 9)
    const uids = (of: string) => [...of.matchAll(/^UID:(.+)$/gm)].map(([, uid]) => uid!.trim())
    expect(uids(again)).toEqual(uids(text))
  })
})
