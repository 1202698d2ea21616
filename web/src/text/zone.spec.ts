import { afterEach, describe, expect, it } from 'vitest'

import { calendarDay, clock, when } from './format'
import { addDays, daysBetween, forPicker, fromPicker, isoDay, zone } from './zone'

afterEach(() => (zone.value = undefined))

describe('the clock of the salon', () => {
  it('shows its hours wherever the device is', () => {
    const at = new Date('2026-06-20T23:30:00Z')
    zone.value = 'Europe/Lisbon'
    expect([clock(at), isoDay(at)]).toEqual(['00:30', '2026-06-21'])
    zone.value = 'Pacific/Honolulu'
    expect([clock(at), isoDay(at)]).toEqual(['13:30', '2026-06-20'])
    expect(when(at, new Date('2026-06-20T12:00:00Z'))).toBe('13:30')
  })
  it.each(['Asia/Kolkata', 'America/St_Johns', 'Europe/Lisbon', 'Pacific/Auckland'])(
    'takes what is picked in %s',
    (name) => {
      zone.value = name
      for (const at of ['2026-03-29T00:30:00.000Z', '2026-10-25T09:15:00.000Z'])
        expect(fromPicker(forPicker(at))).toBe(at)
    },
  )
  it('counts dates, not hours', () => {
    expect(addDays('2026-03-28', 2)).toBe('2026-03-30')
    expect(daysBetween('2026-10-24', '2026-10-26')).toBe(2)
    zone.value = 'Pacific/Kiritimati'
    expect(calendarDay('2031-02-01')).toContain('2031')
  })
})
