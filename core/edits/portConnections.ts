import type { Scheme } from '../scheme'

interface PortName {
  vessel: string
  port: string
}

/** Every `{ vessel, port }` anywhere in a part of the document. */
function portsNamed(part: unknown, found: PortName[] = []): PortName[] {
  if (typeof part !== 'object' || part === null) return found
  if ('vessel' in part && 'port' in part && typeof part.vessel === 'string' && typeof part.port === 'string')
    found.push({ vessel: part.vessel, port: part.port })
  for (const value of Object.values(part)) if (typeof value === 'object') portsNamed(value, found)
  return found
}

/** Every port that something leads into or out of, as `vessel port`. */
export const allReferences = (scheme: Scheme): Set<string> => new Set(portsNamed(scheme).map(({ vessel, port }) => `${vessel} ${port}`))

/** Ports of a vessel that something leads into or out of: what a change must not take away. */
export const connectedPorts = (scheme: Scheme, vesselId: string): Set<string> =>
  new Set(
    portsNamed(scheme)
      .filter(({ vessel }) => vessel === vesselId)
      .map(({ port }) => port),
  )
