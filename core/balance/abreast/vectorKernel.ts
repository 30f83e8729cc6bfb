import type { Kernel } from './kernel'
import { LANES } from './lanesBinary'

/** What `lanes.wat` exports; positions there are in bytes. */
interface Exports {
  memory: WebAssembly.Memory
  after_spillage: Run
  before_spillage: Run
}
type Run = (days: number, inflow: number, demand: number, lanes: number, enough: number) => void

const BYTES = Float64Array.BYTES_PER_ELEMENT
const PAGE = 65_536

/** `lanes.wat` as a kernel. @throws Error of the platform where it has no such vectors or a policy forbids them */
export function vectorKernel(): Kernel {
  const binary = Uint8Array.from(atob(LANES), (letter) => letter.charCodeAt(0))
  const { memory, after_spillage, before_spillage } = new WebAssembly.Instance(new WebAssembly.Module(binary)).exports as unknown as Exports
  const inBytes =
    (run: Run): Run =>
    (days, inflow, demand, lanes, enough) =>
      run(days, inflow * BYTES, demand * BYTES, lanes * BYTES, enough)
  let numbers = new Float64Array(memory.buffer)
  return {
    room(count) {
      if (numbers.length >= count) return numbers
      memory.grow(Math.ceil((count * BYTES - memory.buffer.byteLength) / PAGE))
      return (numbers = new Float64Array(memory.buffer))
    },
    'after-spillage': inBytes(after_spillage),
    'before-spillage': inBytes(before_spillage),
  }
}
