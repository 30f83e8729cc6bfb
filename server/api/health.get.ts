/** Says that the server is up; holds no state to speak of. */
export default defineEventHandler(() => ({ ok: true }))
