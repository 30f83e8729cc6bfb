/** What this browser's database is called. */
export const DATABASE = 'vernal-cask'
