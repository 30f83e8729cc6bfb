import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { History } from './history'

describe('history', () => {
  it('takes back and does again, in order', () => {
    const history = new History<number, string>()
    history.note(1, 'to two')
    history.note(2, 'to three')
    expect(history.undo(3)).toEqual({ document: 2, label: 'to three' })
    expect(history.undo(2)).toEqual({ document: 1, label: 'to two' })
    expect(history.undo(1)).toBeUndefined()
    expect(history.redo(1)).toEqual({ document: 2, label: 'to two' })
    expect(history.redo(2)).toEqual({ document: 3, label: 'to three' })
  })
  it('folds a drag into one step, until it is sealed', () => {
    const history = new History<number, string>()
    expect(history.note(1, 'a', 'drag')).toBe(false)
    expect(history.note(2, 'b', 'drag')).toBe(true)
    history.seal()
    expect(history.note(3, 'c', 'drag')).toBe(false)
    expect(history.undo(4)?.document).toBe(3)
    expect(history.undo(3)).toEqual({ document: 1, label: 'b' })
  })
  it('a new step ends what could be done again', () => {
    const history = new History<number, string>()
    history.note(1, 'a')
    history.undo(2)
    history.note(1, 'b')
    expect(history.redoable).toBeUndefined()
  })
  it('undoing everything comes back to the start, whatever was done', () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.integer(), fc.option(fc.constantFrom('x', 'y'), { nil: undefined })), { maxLength: 50 }),
        (edits) => {
          const history = new History<number, string>()
          let current = 0
          for (const [next, merge] of edits) {
            history.note(current, 'edit', merge)
            current = next
          }
          for (let step = history.undo(current); step; step = history.undo(current)) current = step.document
          expect(edits.length === 0 || current === 0).toBe(true)
        },
      ),
    )
  })
})
