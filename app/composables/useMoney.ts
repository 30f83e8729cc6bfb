import { numberFormat } from '#core/units/intl'
import { payback, yearlySaving } from '#core/draw'
import { LITRE } from '#core/units/constants'

/** Amounts in the job's own money, and what the water drawn saves of a bill. */
export function useMoney() {
  const bench = useWorkbench()
  const settings = useSettings()
  const currency = computed(() => bench.job?.money.currency ?? '£')

  function money(amount: number): string {
    const digits = Math.abs(amount) < 20 && Math.abs(amount) > 0.005 ? 2 : 0
    const shown = numberFormat(settings.terms, { minimumFractionDigits: digits, maximumFractionDigits: digits }).format(Math.abs(amount))
    return `${amount < -0.005 ? '−' : ''}${currency.value}${shown}`
  }
  /** To the hundredth, where what is shown is added up by its reader. */
  const exact = (amount: number): string =>
    `${amount < 0 ? '−' : ''}${currency.value}${numberFormat(settings.terms, { minimumFractionDigits: 2, maximumFractionDigits: 2 }).format(Math.abs(amount))}`
  /** A year's saving for so many litres drawn; undefined while no price is known. */
  const saving = (litresAYear: number): number | undefined => {
    const tariff = bench.job?.money
    if (!tariff || (tariff.sewer === 0 && tariff.tiers.every(({ price }) => price === 0))) return undefined
    return yearlySaving(tariff, litresAYear * LITRE)
  }
  const pays = (cost: number, litresAYear: number) => payback(cost, saving(litresAYear) ?? 0)
  return { money, exact, saving, pays, currency }
}
