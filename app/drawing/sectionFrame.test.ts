import { describe, expect, it } from 'vitest'
import { sectionFrame, type SectionRoom } from './sectionFrame'

const room: SectionRoom = { width: 892, height: 656, system: 'metric', station: 'cask', grouped: false }
describe('where a section is drawn', () => {
  it('has its account beside it on a desk, and none where a whole group takes its place', () => {
    expect(sectionFrame(room)).toMatchObject({ hasLedger: true, ledgerX: 690, frame: { left: 200, right: 676, ground: 568 } })
    expect(sectionFrame({ ...room, grouped: true })).toMatchObject({ hasLedger: false, frame: { right: 878 } })
  })
  it('has all the room of a narrow pane, but at the drop, where heights are the matter', () => {
    const narrow = { ...room, width: 640 }
    expect(sectionFrame(narrow).frame.right - sectionFrame(narrow).frame.left).toBeGreaterThan(400)
    expect(sectionFrame({ ...narrow, station: 'drop' }).hasLedger).toBe(true)
  })
  it('never begins after it ends, at any width that a pane may have', () => {
    for (let width = 560; width < 2600; width += 7)
      for (const system of ['metric', 'imperial'] as const)
        for (const station of ['drop', 'sky'] as const) {
          const { frame } = sectionFrame({ ...room, width, system, station })
          expect(frame.right - frame.left).toBeGreaterThan(100)
        }
  })
})
