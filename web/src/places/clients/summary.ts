/** A head of hair in one line. */
import type { Schemas } from '@/api/client'
import { percent, short } from '@/text/format'
import { measure } from '@/text/measures'

type Translate = (key: string, named?: Record<string, unknown>) => string

const isNumber = (value: unknown): value is number => typeof value === 'number'

/** The values the server put together, in words; what is not known is left out. */
export function summary({ hair, shrinkage }: Schemas['Profile'], t: Translate): string {
  const { pattern, porosity, density, density_per_cm2, length_cm } = hair as Record<string, unknown>
  return [
    pattern,
    porosity && t('clients.porosity', { level: t(`hair.word.${String(porosity)}`) }),
    isNumber(density_per_cm2)
      ? t('hair.summary.density', { value: short(density_per_cm2, 0) })
      : density && t('hair.summary.densityWord', { level: t(`hair.word.${String(density)}`) }),
    isNumber(length_cm) && t('hair.summary.length', { cm: measure(length_cm, 'cm') }),
    shrinkage !== null && t('hair.summary.shrinks', { share: percent(shrinkage) }),
  ]
    .filter(Boolean)
    .join(' · ')
}
