/** What a first visit is met with: whether this copy is to show the demo jobs. Asked at run time, since the page itself is built once. */
export default defineEventHandler((event) => ({ demo: String(useRuntimeConfig(event).demo) === 'true' }))
