/** What on the shelf wants looking after, the most pressing first. */
import { useI18n } from 'vue-i18n'

import type { Row } from '@/api/products'
import { calendarDay, percent } from '@/text/format'
import { measure } from '@/text/measures'

/** Why a bottle lasts as long as it says, and until when it keeps. */
export const outlookReasons = (row: Row) => [
  {
    rule: 'outlook',
    because: row.outlook.because,
    trigger: row.name,
    source: 'Compound Poisson process; salon standards for low and for orders.',
  },
  ...(row.keeps_because
    ? [{ rule: 'keeps', because: row.keeps_because, trigger: row.name, source: 'The label.' }]
    : []),
]

export interface Task {
  id: number
  key: string
  text: string
  pressing: boolean
}

export function useTasks() {
  const { t } = useI18n()
  const days = (n: number) => t('shelf.days', { n: Math.floor(n) }, Math.floor(n))
  const signed = (share: number) => `${share > 0 ? '+' : '−'}${percent(Math.abs(share))}`

  /** Everything about one bottle that cannot wait. */
  function ofRow(row: Row): Task[] {
    const { id, name, outlook, drift } = row
    const tasks: Task[] = []
    const add = (key: string, pressing: boolean, words: Record<string, string> = {}) =>
      tasks.push({ id, key, pressing, text: t(`shelf.task.${key}`, { name, ...words }) })

    if (outlook.short_on) add('short', true, { day: calendarDay(outlook.short_on) })
    else if (outlook.order_now)
      add('order', true, { days: outlook.cover_days === null ? '' : days(outlook.cover_days) })
    else if (outlook.low) add('low', false, { grams: measure(row.stock_g, 'g', 0) })
    if (row.days_left !== null && row.days_left < 0) add('spoiled', true)
    else if (row.spoils_soon && row.keeps_until)
      add('spoils', false, { day: calendarDay(row.keeps_until) })
    if (drift?.drifted) add('drift', true, { change: signed(drift.change) })
    if (!row.label_read) add('unread', false)
    if (row.unit_g === null) add('unclear', false)
    return tasks
  }

  return (rows: Row[]) =>
    rows.flatMap(ofRow).sort((row, other) => Number(other.pressing) - Number(row.pressing))
}
