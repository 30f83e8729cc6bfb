export { problem, problemOf, problemText, ProblemError, type Problem } from './problem'
export { PATTERN_PROBLEMS, PROBLEM_WORDS, type PatternProblem, type ProblemId } from './words'
