/** Words of a plan that stand in more than one of its views. */
import { useI18n } from 'vue-i18n'

import type { PlanAnswer, Step } from '@/api/queries'
import { calendarDay, short } from '@/text/format'
import { measure } from '@/text/measures'

type Product = Step['products'][number]

export function usePlanWords() {
  const { t } = useI18n()
  /** Rods, pins, bands and clips to lay out. */
  const kit = ({ rods, pins, bands, clips }: PlanAnswer['kit_needed']) => [
    ...rods.map((rod) => t('plan.rods', { n: rod.count, mm: measure(rod.diameter_mm, 'mm') })),
    ...(pins ? [t('plan.pins', { n: pins })] : []),
    ...(bands ? [t('plan.bands', { n: bands })] : []),
    ...(clips ? [t('plan.clips', { n: clips })] : []),
  ]
  /** Where and how strong a layer goes on, if not everywhere and whole. */
  function where(product: Product): string {
    const parts = []
    if (product.zone) parts.push(t(`hair.zones.${product.zone}`))
    else if (product.on && product.on !== 'all') parts.push(t(`layers.ons.${product.on}`))
    if (product.strength != null && product.strength < 1)
      parts.push(t('layers.strengths', { n: short(product.strength * 100) }))
    return parts.join(', ')
  }
  /** By when it is washed and the client is back: by the calendar where the plan has a clock. */
  function returnText({ home, times }: PlanAnswer): string {
    if (!times) return t('plan.returnBy', { wash: home.wash_by_day, back: home.return_by_day })
    const [wash, back] = [calendarDay(times.wash_by), calendarDay(times.return_by)]
    return t('plan.returnOn', { wash, back })
  }
  return { kit, where, returnText }
}
