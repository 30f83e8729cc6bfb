export { LANES_ABREAST, type Kernel } from './kernel'
export { plainKernel } from './plainKernel'
export { runAbreast, type AbreastRun, type RunDays } from './runAbreast'
