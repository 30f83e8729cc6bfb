import type { PDFArray, PDFDict, PDFDocument, PDFPage, PDFRef } from 'pdf-lib'

/** Roles of a tagged PDF that a sheet uses. Source: ISO 32000-1, 14.8.4, standard structure types. */
export type Role = 'H1' | 'H2' | 'H3' | 'P' | 'L' | 'LI' | 'Lbl' | 'LBody' | 'Table' | 'TR' | 'TH' | 'TD' | 'Figure' | 'Caption' | 'Note'

interface Element {
  ref: PDFRef
  dict: PDFDict
  kids: PDFArray
}

/**
 * What stands on the pages of a PDF, told as headings, paragraphs, lists, tables and figures beside how it looks: what a screen reader
 * goes by. What is drawn inside `mark` belongs to the element that is open; what is drawn inside `artifact` is told to nobody.
 *
 * Source: ISO 32000-1, 14.7 (logical structure) and 14.8 (tagged PDF).
 */
export class Structure {
  private readonly open: Element[] = []
  /** Elements of the marks of each page, by their number there. */
  private readonly parents = new Map<PDFPage, PDFArray>()
  private marking = false
  private readonly tree: PDFDict

  constructor(
    private readonly lib: typeof import('pdf-lib'),
    private readonly pdf: PDFDocument,
  ) {
    const { PDFName } = lib
    const { context, catalog } = pdf
    const kids = context.obj([])
    const tree = context.obj({ Type: 'StructTreeRoot', K: kids })
    const treeRef = context.register(tree)
    catalog.set(PDFName.of('StructTreeRoot'), treeRef)
    catalog.set(PDFName.of('MarkInfo'), context.obj({ Marked: true }))
    catalog.set(PDFName.of('ViewerPreferences'), context.obj({ DisplayDocTitle: true }))
    this.tree = tree
    this.open.push(this.element('Document', treeRef, kids))
  }

  private element(role: Role | 'Document', parent: PDFRef, among: PDFArray): Element {
    const { context } = this.pdf
    const kids = context.obj([])
    const dict = context.obj({ Type: 'StructElem', S: role, P: parent, K: kids })
    const ref = context.register(dict)
    among.push(ref)
    return { ref, dict, kids }
  }

  /** Opens an element inside the one that is open, for as long as `draw` takes. @param alt what a figure shows, in words */
  within<T>(role: Role, draw: () => T, alt?: string): T {
    const { PDFName, PDFHexString } = this.lib
    const above = this.open.at(-1)!
    const own = this.element(role, above.ref, above.kids)
    if (alt !== undefined) own.dict.set(PDFName.of('Alt'), PDFHexString.fromText(alt))
    // Heads of columns are heads of what stands below them.
    if (role === 'TH') own.dict.set(PDFName.of('A'), this.pdf.context.obj({ O: 'Table', Scope: 'Column' }))
    this.open.push(own)
    try {
      return draw()
    } finally {
      this.open.pop()
    }
  }

  /** Draws on a page what belongs to the element that is open. Marks do not stand in one another: the outer one holds all. */
  mark(page: PDFPage, draw: () => void): void {
    if (this.marking) return draw()
    const { PDFName, PDFNumber, PDFOperator, PDFOperatorNames } = this.lib
    const { context } = this.pdf
    let parents = this.parents.get(page)
    if (!parents) {
      parents = context.obj([])
      page.node.set(PDFName.of('StructParents'), PDFNumber.of(this.parents.size))
      page.node.set(PDFName.of('Tabs'), PDFName.of('S'))
      this.parents.set(page, parents)
    }
    const number = parents.size()
    const own = this.open.at(-1)!
    parents.push(own.ref)
    own.kids.push(context.obj({ Type: 'MCR', Pg: page.ref, MCID: number }))
    const role = own.dict.get(PDFName.of('S')) as ReturnType<typeof PDFName.of>
    page.pushOperators(PDFOperator.of(PDFOperatorNames.BeginMarkedContentSequence, [role, `<< /MCID ${number} >>`]))
    this.marking = true
    draw()
    this.marking = false
    page.pushOperators(PDFOperator.of(PDFOperatorNames.EndMarkedContent))
  }

  /** Draws what says nothing: rules, frames, the running head, page numbers. */
  artifact(page: PDFPage, draw: () => void): void {
    if (this.marking) return draw()
    const { PDFName, PDFOperator, PDFOperatorNames } = this.lib
    page.pushOperators(PDFOperator.of(PDFOperatorNames.BeginMarkedContent, [PDFName.of('Artifact')]))
    this.marking = true
    draw()
    this.marking = false
    page.pushOperators(PDFOperator.of(PDFOperatorNames.EndMarkedContent))
  }

  /** Closes the tree: from here on nothing more is drawn. */
  close(): void {
    const { PDFName, PDFNumber } = this.lib
    const { context } = this.pdf
    const numbers = context.obj([])
    ;[...this.parents.values()].forEach((parents, i) => {
      numbers.push(PDFNumber.of(i))
      numbers.push(context.register(parents))
    })
    this.tree.set(PDFName.of('ParentTree'), context.register(context.obj({ Nums: numbers })))
    this.tree.set(PDFName.of('ParentTreeNextKey'), PDFNumber.of(this.parents.size))
  }
}
