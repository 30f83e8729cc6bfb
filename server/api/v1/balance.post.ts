import { answerBalance, balanceRequest, rainGround, storeGround } from '#core/service'

/** One balance for every store that the roof feeds. Daily series are rounded to a tenth of a litre. */
export default answering(balanceRequest, ({ scheme, rain }) => {
  const ground = rainGround(rain.source, rain.record, rain.place)
  return {
    rain: { ...ground.facts, years: ground.years },
    stores: scheme.stores.map(({ id }) => {
      const { years, overallShares } = answerBalance(storeGround(scheme, id, ground), ground)
      return {
        store: id,
        overallShares,
        years: { ...years, store: Array.from(years.store, (litres) => Math.round(litres * 10) / 10), short: Array.from(years.short) },
      }
    }),
  }
})
