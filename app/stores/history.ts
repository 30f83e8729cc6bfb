/**
 * Undo and redo over immutable documents. Steps that share a `merge` key and follow on one another fold into one,
 * so that a drag is a single step.
 */
export class History<Document, Label> {
  private past: { before: Document; label: Label; merge?: string }[] = []
  private ahead: { after: Document; label: Label }[] = []

  /** @param changed told whenever what can be undone or redone is another */
  constructor(
    private readonly changed: () => void = () => {},
    private readonly most = 200,
  ) {}

  /** Notes a change from `before`. Returns whether it was folded into the step before it. */
  note(before: Document, label: Label, merge?: string): boolean {
    const last = this.past.at(-1)
    const folds = merge !== undefined && last?.merge === merge && this.ahead.length === 0
    if (folds) last.label = label
    else this.past.push({ before, label, ...(merge !== undefined ? { merge } : {}) })
    if (this.past.length > this.most) this.past.shift()
    this.ahead = []
    this.changed()
    return folds
  }

  /** Ends a run of merging steps: the next change is a step of its own. */
  seal(): void {
    const last = this.past.at(-1)
    if (last) delete last.merge
  }

  undo(current: Document): { document: Document; label: Label } | undefined {
    const step = this.past.pop()
    if (!step) return undefined
    this.ahead.push({ after: current, label: step.label })
    this.changed()
    return { document: step.before, label: step.label }
  }

  redo(current: Document): { document: Document; label: Label } | undefined {
    const step = this.ahead.pop()
    if (!step) return undefined
    this.past.push({ before: current, label: step.label })
    this.changed()
    return { document: step.after, label: step.label }
  }

  get undoable(): Label | undefined {
    return this.past.at(-1)?.label
  }

  get redoable(): Label | undefined {
    return this.ahead.at(-1)?.label
  }

  clear(): void {
    this.past = []
    this.ahead = []
    this.changed()
  }
}
