import { answerSweep, rainGround, storeGround, sweepRequest } from '#core/service'

export default answering(sweepRequest, ({ scheme, rain, volumes, most }) => {
  const ground = rainGround(rain.source, rain.record, rain.place)
  return { stores: scheme.stores.map(({ id }) => answerSweep(storeGround(scheme, id, ground), ground, Math.round(volumes), most)) }
})
