/** RFC 9457 problem details. `errors` names each path that is wrong. */
export interface Problem {
  type: string
  title: string
  status: number
  detail: string
  /** Path of the request that it is about. */
  instance?: string
  errors?: { path: string; message: string }[]
}

/** A request that is refused, and why. */
export class ProblemError extends Error {
  constructor(
    readonly problem: Problem,
    /** Headers that the refusal asks for. */
    readonly headers: Readonly<Record<string, string>> = {},
  ) {
    super(problem.detail)
    this.name = 'ProblemError'
  }
}

export const refuse = (status: number, title: string, detail: string, errors?: Problem['errors'], headers?: Record<string, string>) =>
  new ProblemError({ type: 'about:blank', title, status, detail, ...(errors ? { errors } : {}) }, headers)

/** Whatever was thrown, as a problem; what is no fault of the request says nothing of its inside. */
export const asProblem = (error: unknown): Problem =>
  error instanceof ProblemError
    ? error.problem
    : refuse(500, 'Something went wrong here', 'The request was fine as far as we can tell; nothing of it was kept.').problem
