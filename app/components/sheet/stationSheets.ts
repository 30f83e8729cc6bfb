import type { Component } from 'vue'
import type { Station } from '#core/findings'

const FETCH: Record<Station, () => Promise<{ default: Component }>> = {
  sky: () => import('~/components/sky/SkySheet.vue'),
  roof: () => import('~/components/roof/RoofSheet.vue'),
  gutter: () => import('~/components/gutter/GutterSheet.vue'),
  drop: () => import('~/components/drop/DropSheet.vue'),
  cask: () => import('~/components/cask/CaskSheet.vue'),
  spill: () => import('~/components/spill/SpillSheet.vue'),
  draw: () => import('~/components/draw/DrawSheet.vue'),
}

/** Sheets that are here. A page shows the one it opens with as soon as that is; one that is here is shown without a gap. */
export const sheets = shallowReactive<Partial<Record<Station, Component>>>({})

/** Fetches a station's sheet. @throws TypeError where it cannot be fetched */
export async function fetchSheet(station: Station): Promise<void> {
  sheets[station] ??= markRaw((await FETCH[station]()).default)
}

/** Fetches what will be gone to next, when nothing else is to be done. One that fails is asked for again when it is gone to. */
export function fetchOtherSheets(): void {
  const idle = globalThis.requestIdleCallback ?? ((then: () => void) => setTimeout(then, 200))
  idle(() => void Promise.allSettled((Object.keys(FETCH) as Station[]).map(fetchSheet)))
}
