/** What no XML may hold and no font can show: control characters, halves of pairs, and what is no character at all. */
const UNSEEN =
  // eslint-disable-next-line no-control-regex -- these are the very ones
  /[\u0000-\u0008\u000b\u000c\u000e-\u001f\u007f-\u009f\ufffe\uffff]|[\ud800-\udbff](?![\udc00-\udfff])|(?<![\ud800-\udbff])[\udc00-\udfff]/g

/** A text as it can be written into a drawing or a sheet: what cannot be seen is shown as such (U+FFFD), never dropped. */
export const visible = (text: string): string => text.replace(UNSEEN, '\ufffd')
