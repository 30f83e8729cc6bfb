import {
  baseOf,
  blocks,
  cans,
  drop,
  ground,
  gutter,
  into,
  neck,
  outlet,
  overflow,
  port,
  ringTrough,
  roof,
  scheme,
  store,
  tap,
  vessel,
} from '../arrangements/parts'
import { addVessel, chooseVessel, setLinkBores } from '../edits'
import { fromCatalogue } from '../vessel/catalogue'
import { isoDate, dayNumber } from '../rain/calendar'
import { chainOf, daysFromMonths, makeYears, quickNormals } from '../rain/makeRecord'
import { buildDefaults, jobDefaults, type AnnualRain, type Job, type RainRecord, type Scheme } from '../scheme'
import { FOOT, INCH, US_GALLON } from '../units/constants'

const RECORD_YEARS = 30
const FIRST_DAY = isoDate(dayNumber(1991, 1, 1))

function inventedRecord(id: string, name: string, rain: Omit<AnnualRain, 'kind' | 'years'>): RainRecord {
  const { totals, wetDays } = quickNormals(rain)
  // Days that hang together by nothing but yesterday: the records stay what they were, whatever the generator learns.
  const model = { ...chainOf(daysFromMonths(totals, wetDays)), spread: rain.spread }
  const { rain: made } = makeYears(model, RECORD_YEARS, rain.seed)
  return {
    id,
    name,
    note: `Invented for the demo: made from a yearly total, seed ${rain.seed}. No station measured it.`,
    invented: true,
    start: FIRST_DAY,
    depths: [...made.depths],
  }
}

/** Rain records of the demo jobs: made from fixed seeds, and they say so. */
export const demoRecords = (): RainRecord[] => [
  inventedRecord('demo-withy-rain', 'Withy Hard, made record', {
    total: 640,
    pattern: 'even',
    hemisphere: 'north',
    wetDays: 150,
    spread: 0.14,
    seed: 7041,
  }),
  inventedRecord('demo-tannery-rain', 'Tannery Row, made record', {
    total: 1120,
    pattern: 'summer-wet',
    hemisphere: 'north',
    wetDays: 118,
    spread: 0.18,
    seed: 51,
  }),
  inventedRecord('demo-pear-rain', 'Pear Lane, made record', {
    total: 810,
    pattern: 'winter-wet',
    hemisphere: 'north',
    wetDays: 165,
    spread: 0.15,
    seed: 902,
  }),
]

/** A rowing club's boathouse: steel gable roof, two gutters; herb troughs on the hard and oars to rinse. */
export function withyHard(): Job {
  const riverSide = scheme('river-side', 'One butt, river side', {
    cost: 0,
    wetHours: 5,
    uses: ['edible-beds', 'washing'],
    sections: [
      roof('river', 'River side', 11.4, 3.6, 'river-gutter', { pitch: 14, cover: 'metal', fouling: 'ordinary' }),
      roof('lane', 'Lane side', 11.4, 3.6, 'lane-gutter', { pitch: 14, cover: 'metal', fouling: 'ordinary' }),
    ],
    gutters: [
      gutter('river-gutter', 'River gutter', 11.4, [outlet('river-outlet', 11.4, 2.31, 'river-drop')]),
      gutter('lane-gutter', 'Lane gutter', 11.4, [outlet('lane-outlet', 0, 2.31, 'lane-drop')]),
    ],
    drops: [
      drop('river-drop', 'River downpipe', [neck('river-neck'), ringTrough('trough', 1.355, into('butt'))], ground('stones', 0.4)),
      drop('lane-drop', 'Lane downpipe', [neck('lane-neck')], ground('drain', 0.3)),
    ],
    stores: [
      store('butt-store', 'Butt', [
        vessel(
          'butt',
          'Butt',
          'butt-210',
          blocks(0.48, 0.58),
          [port('in', 'inlet', 0.823), port('out', 'outlet', 0.055, { bore: 0.019 })],
          // An arm's length from the pipe, under the gutter, so that the way to the door stays free.
          { place: { x: -0.86, y: 0.39, turn: 0 } },
        ),
      ]),
    ],
    places: [{ id: 'hard', name: 'Troughs on the hard', what: 'bed', x: -4.2, y: 3.4, level: 0 }],
    taps: [tap('butt-tap', 'Butt tap', 'butt')],
    demands: [
      cans('troughs', 'Herb troughs', 'butt-tap', 3, {
        use: 'edible-beds',
        place: 'hard',
        byMonth: [0, 0, 1, 2, 3, 3.5, 3.5, 3, 2, 0.5, 0, 0],
      }),
      {
        kind: 'volume',
        id: 'oars',
        name: 'Rinsing oars',
        use: 'washing',
        from: { kind: 'tap', tap: 'butt-tap' },
        priority: 2,
        skipAfterRain: 0,
        byMonth: [4, 4, 6, 8, 10, 10, 10, 8, 8, 6, 4, 4].map((litres) => litres / 1000),
      },
    ],
  })
  return {
    id: 'demo-withy-hard',
    name: 'Withy Hard boathouse',
    scene: 'A small rowing club on a tidal creek. Profiled steel gable roof; herb troughs on the hard, oars to rinse after an outing.',
    terms: 'en-GB',
    system: 'metric',
    invented: true,
    rain: { kind: 'record', record: 'demo-withy-rain', gaps: 'generator' },
    ...jobDefaults('en-GB'),
    money: { currency: '£', tiers: [{ from: 0, price: 2.3 }], sewer: 2.1, sewerShare: 0.95, houseUse: 60 },
    schemes: [
      riverSide,
      { ...chooseVessel(riverSide, 'butt', fromCatalogue('butt-250')), id: 'larger-butt', name: 'A larger butt', cost: 0 },
    ],
    chosen: 'river-side',
  }
}

/** A dye studio in an old tannery: an L-shaped lean-to, one tote for now; rinse water for cloth. */
export function tanneryRow(): Job {
  const first = scheme('first-tote', 'First of four totes', {
    cost: 0,
    // An installer's own figures: hours as the order of work has them.
    build: { ...buildDefaults(), quote: { hours: 0, rate: 48, margin: 0.15, tax: 0.07 } },
    space: { width: 18 * FOOT, depth: 5 * FOOT, height: 0 },
    designIntensity: 4 * 25.4,
    wetHours: 3,
    uses: ['washing'],
    sections: [
      roof('long', 'Long leg', 40 * FOOT, 16 * FOOT, 'yard-gutter', {
        shape: 'lean-to',
        pitch: 12,
        cover: 'shingle',
        fouling: 'heavy',
        place: { x: 0, y: 0, turn: 0 },
      }),
      roof('short', 'Short leg', 18.5 * FOOT, 16 * FOOT, 'yard-gutter', {
        shape: 'lean-to',
        pitch: 12,
        cover: 'shingle',
        fouling: 'heavy',
        place: { x: 40 * FOOT, y: 0, turn: -90 },
      }),
    ],
    gutters: [
      gutter('yard-gutter', 'Yard gutter', 58.5 * FOOT, [outlet('yard-outlet', 58.5 * FOOT, 9.5 * FOOT, 'yard-drop', { bore: 4 * INCH })], {
        profile: 'k-style',
        width: 6 * INCH,
        sole: 4 * INCH,
        depth: 4.25 * INCH,
        material: 'metal',
        piece: 10 * FOOT,
        bracketEvery: 3 * FOOT,
        board: 9 * INCH,
        clearance: 1 * INCH,
      }),
    ],
    drops: [
      drop('yard-drop', 'Yard downspout', [neck('yard-neck', 14 * INCH, 16 * INCH)], into('tote'), {
        shape: 'rectangular',
        bore: 0.0896,
        outside: 4 * INCH,
        material: 'metal',
        brackets: [8 * FOOT, 6 * FOOT],
      }),
    ],
    stores: [
      store('totes', 'Totes', [
        vessel(
          'tote',
          'Tote 1',
          'tote-275',
          blocks(16 * INCH, 4 * FOOT, { soil: 'sandy-gravel' }),
          [
            port('in', 'lid', 1.105, { bore: 6 * INCH, screened: true }),
            port('out', 'outlet', 0.19, { bore: 0.0409 }),
            port('over', 'overflow', 1.03, { bore: 0.0525, screened: true }),
          ],
          {
            light: 'translucent',
            lid: 'screened',
            lidMesh: 0.0009,
            held: 'food',
          },
        ),
      ]),
    ],
    overflows: [overflow('over', 'tote', ground('drain', 3.2), { bore: 0.0525 })],
    places: [{ id: 'rinse-table', name: 'Rinse table', what: 'bench', x: -2 * FOOT, y: 12 * FOOT, level: 0 }],
    taps: [tap('tote-tap', 'Tote valve', 'tote', { bore: 0.0266, can: { height: 14 * INCH, volume: 5 * US_GALLON } })],
    demands: [
      {
        kind: 'volume',
        id: 'rinse',
        name: 'Rinsing cloth',
        place: 'rinse-table',
        use: 'washing',
        from: { kind: 'tap', tap: 'tote-tap' },
        priority: 1,
        skipAfterRain: 0,
        byMonth: Array.from({ length: 12 }, () => 30 * US_GALLON),
      },
    ],
  })
  // How the gutter was found: high in the middle, half of the roof to the drain at its other end.
  const yard = first.gutters[0]!
  const asFound: Scheme = {
    ...first,
    id: 'as-found',
    name: 'Gutter as it was found',
    gutters: [
      {
        ...yard,
        highPoints: [29 * FOOT],
        outlets: [outlet('street-outlet', 0, 9.5 * FOOT, 'street-drop', { bore: 3 * INCH }), ...yard.outlets],
        bucket: { result: 'stands', at: 22 * FOOT },
      },
    ],
    drops: [...first.drops, drop('street-drop', 'Street downspout', [neck('street-neck', 14 * INCH, 16 * INCH)], ground('drain', 0.3))],
  }
  // What they want later: three more beside it through links that look wide enough, under a storm that shows they are not.
  const grown = setLinkBores(
    [1, 2, 3].reduce((scheme) => addVessel(scheme, 'totes'), first),
    'totes',
    0.0266,
  )
  const [firstTote, ...others] = grown.stores[0]!.vessels
  const fourTotes: Scheme = {
    ...grown,
    id: 'four-totes',
    name: 'Four totes, linked low',
    cost: 0,
    stores: [
      {
        ...grown.stores[0]!,
        // A wide screened lid: the small one is a limit of its own.
        vessels: [
          { ...firstTote!, ports: firstTote!.ports.map((each) => (each.role === 'lid' ? { ...each, bore: 0.4 } : each)) },
          ...others,
        ],
      },
    ],
    trial: { storm: { kind: 'triangle', depth: 1.5 * 25.4, minutes: 45, peak: 'centred' }, start: 0.15, opened: [], table: undefined },
  }
  return {
    id: 'demo-tannery-row',
    name: 'Tannery Row dye studio',
    scene: 'Two dyers in an old tannery. L-shaped lean-to roof, rinse water for cloth; four totes wanted later.',
    terms: 'en-US',
    system: 'imperial',
    invented: true,
    rain: { kind: 'record', record: 'demo-tannery-rain', gaps: 'generator' },
    ...jobDefaults('en-US'),
    letter: {
      from: 'Two Ladders, rain work (made up)\n4 Cooper Steps',
      to: 'The dyers of Tannery Row\n11 Tannery Row',
      number: 'TL-27',
      validDays: 30,
      warranty: 'Joints and bases for two years; what frost splits is not covered. Call Two Ladders before you take anything apart.',
    },
    site: { latitude: 36, low: [-1, 1, 4, 8, 13, 17, 20, 19, 15, 9, 4, 0], high: [9, 11, 16, 21, 25, 29, 31, 30, 27, 21, 15, 10] },
    money: {
      currency: '$',
      tiers: [
        { from: 0, price: 1.4 },
        { from: 200, price: 2.2 },
      ],
      sewer: 2.6,
      sewerShare: 0.9,
      houseUse: 180,
    },
    schemes: [first, asFound, fourTotes],
    chosen: 'first-tote',
  }
}

/** A tram-stop shelter with planters that the neighbours keep. */
export function pearLane(): Job {
  const slim = scheme('slim-butt', 'One slim butt', {
    sections: [roof('roof', 'Shelter roof', 6, 1.5, 'gutter', { pitch: 2, cover: 'membrane', fouling: 'heavy' })],
    gutters: [
      gutter('gutter', 'Back gutter', 6, [outlet('outlet', 6, 2.25, 'drop', { bore: 0.05 })], {
        profile: 'rectangular',
        width: 0.1,
        sole: 0.1,
        depth: 0.07,
        fall: 0.003,
      }),
    ],
    drops: [
      drop('drop', 'Downpipe', [neck('neck', 0.12, 0.15), ringTrough('trough', 1.235, into('butt'))], ground('drain', 0.3), {
        brackets: [1.9, 1.4, 0.5],
      }),
    ],
    stores: [
      store('store', 'Butt', [
        vessel(
          'butt',
          'Slim butt',
          'slim-butt-100',
          baseOf('stand', 0.25, 0.45, { tied: true }),
          [port('in', 'inlet', 0.93), port('out', 'outlet', 0.06, { bore: 0.019 })],
          { place: { x: -0.61, y: 0.25, turn: 0 } },
        ),
      ]),
    ],
    places: [{ id: 'planters', name: 'Planters', what: 'bed', x: -3, y: 1.6, level: 0 }],
    taps: [tap('tap', 'Tap', 'butt', { can: { height: 0.2, volume: 0.005 } })],
    demands: [
      cans('planters', 'Planters', 'tap', 2, { can: 0.005, place: 'planters', byMonth: [0, 0, 1, 1.5, 2, 3, 3, 2.5, 1.5, 0.5, 0, 0] }),
    ],
  })
  return {
    id: 'demo-pear-lane',
    name: 'Pear Lane tram-stop shelter',
    scene: 'A flat shelter roof of nine square metres and planters that three neighbours take turns to water.',
    terms: 'en-GB',
    system: 'metric',
    invented: true,
    rain: { kind: 'record', record: 'demo-pear-rain', gaps: 'generator' },
    ...jobDefaults('en-GB'),
    schemes: [slim],
    chosen: 'slim-butt',
  }
}

export const demoJobs = (): Job[] => [withyHard(), tanneryRow(), pearLane()]
