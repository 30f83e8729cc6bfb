/** All that the server reckons; what each is stands in `tasks.ts`, which only a worker needs. */
export const TASK_NAMES = ['assess', 'balance', 'sweep', 'storm', 'layout', 'build', 'weather', 'gauge', 'living'] as const
export type TaskName = (typeof TASK_NAMES)[number]
