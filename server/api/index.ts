/** `/api` itself: nothing is here, and that is told as everywhere below it. */
export { default } from './[...path]'
