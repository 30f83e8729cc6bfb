import { span } from '../units/quantity'
import { COMMON_PRACTICE, rule } from './finding'

export const waterStands = rule('waterStands', ({ path }) =>
  path.scheme.gutters.map(
    ({ id, name, bucket, outlets }) =>
      bucket.result === 'stands' && {
        severity: 'goes-wrong',
        station: 'gutter',
        ids: { gutter: id },
        at: outlets[0]!.height,
        values: { gutter: name, at: span(bucket.at) },
        source: COMMON_PRACTICE,
      },
  ),
)
