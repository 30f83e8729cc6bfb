import type { Block, Sheet } from './sheet'

/** Cells of a table in Markdown: no bars, no line breaks. */
const cell = (text: string): string =>
  text
    .replaceAll('\u00A0', ' ')
    .replaceAll('|', '/')
    .split('\n')
    .map((line) => line.trim())
    .join('<br>')

/** A page has no boxes to tick: every table as what it says. */
function block(each: Block): string[] {
  switch (each.kind) {
    case 'heading':
      return [`${each.small ? '###' : '##'} ${cell(each.text)}`]
    case 'text':
      return [cell(each.text)]
    case 'caution':
      return [`**${cell(each.text)}**`]
    case 'list':
      return [each.items.map((item) => `- ${cell(item)}`).join('\n')]
    case 'table':
      return each.rows.length === 0
        ? []
        : [
            [
              `| ${each.columns.map(({ title }) => cell(title)).join(' | ')} |`,
              `| ${each.columns.map(({ right }) => (right ? '--:' : '---')).join(' | ')} |`,
              ...each.rows.map((row) => `| ${row.map(cell).join(' | ')} |`),
            ].join('\n'),
          ]
    case 'plate':
    case 'signature':
    case 'photos':
    case 'page':
      return []
  }
}

/**
 * An arrangement as a page of the documentation: its drawings, why it is built as it is, what is bought, sawn and drilled, and
 * in which order: the very sheets that the application prints.
 *
 * @param note what a builder of it should know
 */
export function arrangementPage(
  number: number,
  name: string,
  note: string,
  pictures: readonly { file: string; title: string }[],
  sheets: readonly Sheet[],
): string {
  return [
    `# ${number}. ${name}`,
    note,
    ...pictures.map(({ file, title }) => `![${title}](${file})`),
    ...sheets.flatMap(({ title, blocks }) => [`# ${title}`, ...blocks.flatMap(block)]),
    '',
  ].join('\n\n')
}
