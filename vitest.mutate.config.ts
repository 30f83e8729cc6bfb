import { defineConfig, mergeConfig } from 'vitest/config'
import base from './vitest.config'

/** The core's own tests, without the application: what a mutation of the core has to be found by. */
const merged = mergeConfig(base, defineConfig({ test: {} }))
delete merged.test!.projects
merged.test!.include = process.env.MUTATE_TESTS?.split(',') ?? ['core/**/*.test.ts']
merged.test!.exclude = ['core/**/anyHand.test.ts', 'core/build/buildable.test.ts', 'core/figures/agree.test.ts']
export default merged
