import type { VesselBody } from '../scheme'

/** Volume of water in a lying cylinder filled to a depth, m³. */
function lyingVolume(diameter: number, length: number, depth: number): number {
  const radius = diameter / 2
  const y = Math.min(diameter, Math.max(0, depth))
  return length * (radius ** 2 * Math.acos((radius - y) / radius) - (radius - y) * Math.sqrt(Math.max(0, 2 * radius * y - y ** 2)))
}

function dippedVolume(dips: readonly { level: number; volume: number }[], level: number): number {
  const next = dips.findIndex((dip) => dip.level >= level)
  if (next === 0) return dips[0]!.level === level ? dips[0]!.volume : 0
  if (next < 0) return dips.at(-1)!.volume
  const below = dips[next - 1]!
  const above = dips[next]!
  return below.volume + ((above.volume - below.volume) * (level - below.level)) / (above.level - below.level)
}

/**
 * Water in a vessel at a level: held between its floor and its rim.
 *
 * @param level above the vessel's foot, m; any number, clamped to floor and rim
 * @returns m³
 */
export function volumeAt(body: VesselBody, level: number): number {
  const held = Math.min(body.rim, Math.max(body.floor, level))
  switch (body.kind) {
    case 'upright':
      return body.area * (held - body.floor)
    case 'lying':
      return lyingVolume(body.rim - body.floor, body.length, held - body.floor)
    case 'dipped':
      return dippedVolume(body.dips, held)
  }
}

/**
 * Level at which a vessel holds a volume, m above its foot; clamped to floor and rim.
 */
export function levelAt(body: VesselBody, volume: number): number {
  if (volume <= 0) return body.floor
  if (volume >= volumeAt(body, body.rim)) return body.rim
  if (body.kind === 'upright') return body.floor + volume / body.area
  let low = body.floor
  let high = body.rim
  for (let i = 0; i < 60; i++) {
    const middle = (low + high) / 2
    if (volumeAt(body, middle) < volume) low = middle
    else high = middle
  }
  return (low + high) / 2
}
