import { describe, expect, it } from 'vitest'

import { speak } from '.'
import { region } from './region'
import { clockFrom, dayFrom, momentFrom } from './typed'

const TODAY = new Date(2026, 11, 1, 8, 15)

describe('hours as people type them', () => {
  it.each([
    ['16:30', '16:30'],
    ['1630', '16:30'],
    ['930', '09:30'],
    ['9:30', '09:30'],
    ['10', '10:00'],
    ['4pm', '16:00'],
    ['4:30 PM', '16:30'],
    ['12am', '00:00'],
    ['12 pm', '12:00'],
    ['16.30', '16:30'],
    ['9h', '09:00'],
    ['24:00', '24:00'],
  ])('%s is %s', (text, hour) => expect(clockFrom(text)).toBe(hour))

  it.each(['', 'noonish', '25', '24:30', '13pm', '9:75', '1 Jan'])('%s is none', (text) =>
    expect(clockFrom(text)).toBeUndefined(),
  )
})

describe('moments as people type them', () => {
  const at = (text: string, before?: Date) => {
    const moment = momentFrom(text, TODAY, before)
    return (
      moment &&
      `${moment.getDate()}.${moment.getMonth() + 1}.${moment.getFullYear()} ${moment.getHours()}:${moment.getMinutes()}`
    )
  }

  it.each([
    ['16:30', '1.12.2026 16:30'],
    ['4pm', '1.12.2026 16:0'],
    ['16.30', '1.12.2026 16:30'],
    ['3 Dec, 10:00', '3.12.2026 10:0'],
    ['3 december 9', '3.12.2026 9:0'],
    ['3.12. 1630', '3.12.2026 16:30'],
    ['3/12/2027 9:30', '3.12.2027 9:30'],
    ['2026-12-24 18:00', '24.12.2026 18:0'],
    ['2026-12-24T18:00', '24.12.2026 18:0'],
    ['5 Jan, 9:00', '5.1.2027 9:0'],
    ['20 Nov 9:00', '20.11.2026 9:0'],
  ])('%s is %s', (text, moment) => expect(at(text)).toBe(moment))

  it('reads the month first where the country writes it first', () => {
    region.value = 'en-US'
    expect(at('12/3 4pm')).toBe('3.12.2026 16:0')
    expect(at('Dec 3, 4:00 PM')).toBe('3.12.2026 16:0')
    expect(at('Dec 3, 2027, 9:30 AM')).toBe('3.12.2027 9:30')
    expect(at('3.12. 1630')).toBe('3.12.2026 16:30')
    region.value = ''
  })

  it('reads the months of the language, and English ones', async () => {
    await speak('de')
    expect(at('3. Dez., 16:30')).toBe('3.12.2026 16:30')
    expect(at('24. März 9:00')).toBe('24.3.2027 9:0')
    expect(at('3 Dec 1630')).toBe('3.12.2026 16:30')
    await speak('en')
  })

  it('keeps the day or the hour that stood there', () => {
    const before = new Date(2026, 11, 8, 14, 45)
    expect(at('16:30', before)).toBe('8.12.2026 16:30')
    expect(at('9 Dec', before)).toBe('9.12.2026 14:45')
  })

  it.each(['soon', '31 Feb 9:00', '3 Dec', '3 Dec late', '1 foo 10:00'])('%s is none', (text) =>
    expect(at(text)).toBeUndefined(),
  )

  it('reads days alone', () => {
    expect(dayFrom('3 dec', TODAY)?.getDate()).toBe(3)
    expect(dayFrom('2026-06-20', TODAY)?.getMonth()).toBe(5)
    expect(dayFrom('3 dec 9:00', TODAY)).toBeUndefined()
    expect(dayFrom('never', TODAY)).toBeUndefined()
  })
})
