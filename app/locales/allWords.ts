import britishBuild from './build/en-GB.json'
import americanBuild from './build/en-US.json'
import britishRest from './en-GB.json'
import americanRest from './en-US.json'

/** All words of each language together, as a job's page has them; for the tests that read them whole. */
export const british = { ...britishRest, build: { ...britishRest.build, ...britishBuild.build } }
export const american = { ...americanRest, ...americanBuild }
