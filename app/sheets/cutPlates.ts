import type { CutGroup, Hole } from '#core/build'
import { length, type Quantity } from '#core/units/quantity'
import { waste } from './hatches'
import { box, LEAST_TEXT, line, words, type Plate, type PlateMark } from './plate'

/** Height of a length on paper, mm. */
const BAR = 8.4

/** Bought lengths with the pieces that come out of them, to scale. */
export function barsPlate(group: CutGroup, width: number, title: string, text: (quantity: Quantity) => string): Plate | undefined {
  if (!group.plan || group.stock <= 0) return undefined
  const scale = (width - 4) / group.stock
  const row = BAR + 3
  const marks = group.plan.bars.flatMap(({ pieces, rest }, n): PlateMark[] => {
    const y = 2 + n * row
    let x = 2
    const drawn = pieces.flatMap((at): PlateMark[] => {
      const { label, length: long } = group.cuts[at]!
      const from = x
      x += long * scale
      const wide = long * scale
      return [
        box(from, y, wide, BAR, 'cut', 'sheet'),
        words(from + wide / 2, y + (wide > 24 ? 3.6 : 5), label, LEAST_TEXT, { anchor: 'middle', strong: true }),
        ...(wide > 24 ? [words(from + wide / 2, y + 7, text(length(long)), LEAST_TEXT, { anchor: 'middle' })] : []),
      ]
    })
    const over = { x, y, width: Math.min(rest * scale, width - 2 - x), height: BAR }
    if (over.width < 0.3) return drawn
    const said = over.width > 26 ? [words(x + over.width / 2, y + 5, text(length(rest)), LEAST_TEXT, { anchor: 'middle' })] : []
    return [...drawn, box(over.x, over.y, over.width, over.height, 'hidden'), ...(said.length > 0 ? [] : [waste(over)]), ...said]
  })
  return { id: `bars:${group.letter}`, title, width, height: 4 + group.plan.bars.length * row, marks }
}

const CHECK = 100

/** Drilling templates at true scale: a cross, a pilot and the hole's own circle, with a check line of 100 mm on every page. */
export function templatePlates(
  holes: readonly Hole[],
  width: number,
  height: number,
  say: { title(page: number): string; check: string; hole(hole: Hole, number: number): string },
): Plate[] {
  const plates: Plate[] = []
  let marks: PlateMark[] = []
  let [x, y, tallest] = [0, 16, 0]
  const page = () => {
    if (marks.length === 0) return
    plates.push({
      id: `template:${plates.length + 1}`,
      title: say.title(plates.length + 1),
      width,
      height,
      trueScale: true,
      marks: [
        // And one that runs down the page: a printer may stretch one way only.
        line(
          [
            { x: width - 4, y: 20 },
            { x: width - 4, y: 20 + CHECK },
          ],
          'seen',
        ),
        ...[20, 20 + CHECK].map((at) =>
          line(
            [
              { x: width - 6, y: at },
              { x: width - 2, y: at },
            ],
            'seen',
          ),
        ),
        line(
          [
            { x: 4, y: 6 },
            { x: 4 + CHECK, y: 6 },
          ],
          'seen',
        ),
        ...[4, 4 + CHECK].map((at) =>
          line(
            [
              { x: at, y: 4 },
              { x: at, y: 8 },
            ],
            'seen',
          ),
        ),
        words(4, 11.5, say.check, LEAST_TEXT),
        ...marks,
      ],
    })
    marks = []
    ;[x, y, tallest] = [0, 16, 0]
  }
  holes.forEach((hole, i) => {
    const across = hole.diameter * 1000
    const cell = { width: Math.max(58, across + 14), height: across + 20 }
    // What no sheet of paper holds is marked with string and nail.
    if (cell.width > width || cell.height > height - 20) return
    if (x + cell.width > width) {
      x = 0
      y += tallest
      tallest = 0
    }
    if (y + cell.height > height) page()
    const centre = { x: x + cell.width / 2, y: y + 6 + across / 2 }
    const arm = across / 2 + 5
    marks.push(
      { kind: 'circle', centre, radius: across / 2, weight: 'cut' },
      { kind: 'circle', centre, radius: 1.5, weight: 'fine' },
      line(
        [
          { x: centre.x - arm, y: centre.y },
          { x: centre.x + arm, y: centre.y },
        ],
        'fine',
      ),
      line(
        [
          { x: centre.x, y: centre.y - arm },
          { x: centre.x, y: centre.y + arm },
        ],
        'fine',
      ),
      words(centre.x, centre.y + arm + 4, say.hole(hole, i + 1), LEAST_TEXT, { anchor: 'middle' }),
    )
    x += cell.width
    tallest = Math.max(tallest, cell.height)
  })
  page()
  return plates
}
