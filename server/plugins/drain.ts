/** When the server is told to stop it takes no more requests and ends those it has; then its workers go. */
export default defineNitroPlugin((nitroApp) => {
  nitroApp.hooks.hook('close', closePool)
})
