import { overflowEnd, pipeEnd } from '#core/layout'
import { word } from '#core/figures/told'
import { concerns, type Finding, type Station } from '#core/findings'
import { area, flow, length, share, volume, type Quantity } from '#core/units/quantity'

export const STATIONS: readonly Station[] = ['sky', 'roof', 'gutter', 'drop', 'cask', 'spill', 'draw']

export interface StationNote {
  station: Station
  name: string
  /** The one key figure. */
  value: string
  detail: string
  /** The worst snag here, with its number in the list; notes do not count. */
  worst: { severity: Finding['severity']; number: number } | undefined
}

/** Each station with its key figure, in the water's order. */
export function useStations() {
  const bench = useWorkbench()
  const { yearRain } = useFigures()
  const { say, text } = useSay()

  const worstAt = (station: Station) => {
    const index = bench.findings.findIndex((finding) => concerns(finding, station) && finding.severity !== 'note')
    return index < 0 ? undefined : { severity: bench.findings[index]!.severity, number: index + 1 }
  }

  const figures = computed<Record<Station, { value: Quantity | string; detail: string }> | undefined>(() => {
    const line = bench.assessed
    const rain = bench.job?.rain
    if (!line || !rain) return undefined
    const balance = bench.simulation.balance
    const { gutter: design, line: drawn, usable } = line
    const least = Math.min(design.limits.gutter, design.limits.outlet, design.limits.pipe)
    const years = balance?.rain.years.length ?? 0
    const trough = drawn.trough
    const { path } = bench.assessment!
    const overflow = drawn.overflow ?? path.overflows.get(drawn.placed.store.id)?.[0]
    return {
      sky: {
        value: yearRain.value ? say('station.aYear', { rain: yearRain.value }) : '–',
        detail: say(rain.kind === 'annual' || bench.record?.invented ? 'station.skyMade' : 'station.skyRecord', { years }),
      },
      roof: {
        value: area(line.roofArea.value),
        detail: say('station.roofDetail', {
          cover: say(`word.${line.section.cover}`),
          share: share(balance?.overallShares[line.section.id] ?? 0),
        }),
      },
      gutter: {
        value: say('station.gutterValue', { arriving: text(flow(line.arriving.value)).replace(/\s?(L\/s|gpm)$/, ''), passes: flow(least) }),
        detail: say('station.gutterDetail', {
          profile: say(`word.${design.gutter.profile}`),
          width: length(design.gutter.width),
        }),
      },
      drop: {
        value: say(line.left.value < 0 ? 'station.short' : 'station.left', { left: length(Math.abs(line.left.value)) }),
        detail: say('station.dropDetail', { drop: length(drawn.heights.outlet - drawn.heights.full) }),
      },
      cask: {
        value: say('station.caskValue', { usable: volume(usable.volume) }),
        detail: say('station.caskDetail', {
          nominal: volume(usable.nominal),
          base: say(`word.${drawn.placed.vessel.base.parts.at(-1)?.kind ?? 'ground'}`),
        }),
      },
      // A trough leads back what no longer fits only where its lip is the lowest way out.
      spill:
        usable.topBy === 'diverter' && trough
          ? {
              value: say('station.spillBack'),
              detail: say('station.spillBackDetail', {
                where: word(pipeEnd(path.scheme, path.layout, drawn.intake.drop, drawn.intake.drop.end)?.where ?? 'drain'),
              }),
            }
          : overflow
            ? {
                value: line.overflow ? flow(line.overflow.value) : '–',
                detail: say('station.spillDetail', {
                  bore: length(overflow.bore),
                  where: word(overflowEnd(path.scheme, path.layout, overflow)?.where ?? 'next'),
                }),
              }
            : { value: say(usable.topBy === 'rim' ? 'station.spillRim' : 'station.spillNone'), detail: '' },
      draw:
        line.tap && drawn.tap
          ? {
              value: say(line.tap.spare.value < 0 ? 'station.short' : 'station.spare', {
                left: length(Math.abs(line.tap.spare.value)),
                spare: length(line.tap.spare.value),
              }),
              detail: say('station.drawDetail', { can: length(drawn.tap.can.height), flow: flow(line.tap.flow.value) }),
            }
          : { value: say('station.noTap'), detail: '' },
    }
  })

  const notes = computed<StationNote[]>(() =>
    STATIONS.map((station) => {
      const figure = figures.value?.[station]
      return {
        station,
        name: say(`station.${station}`),
        value: figure ? (typeof figure.value === 'string' ? figure.value : text(figure.value)) : '–',
        detail: figure?.detail ?? '',
        worst: worstAt(station),
      }
    }),
  )
  return { notes }
}
