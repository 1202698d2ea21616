import { describe, expect, it } from 'vitest'

import { speak } from '.'
import {
  ago,
  calendarDay,
  clock,
  minutes,
  money,
  number,
  parts,
  percent,
  readNumber,
  short,
  span,
  when,
} from './format'
import { counted } from './measures'
import { region } from './region'

describe('numbers', () => {
  it.each([
    ['12', 12],
    [' 1,5 ', 1.5],
    ['-3', -3],
    ['', null],
    ['  ', null],
  ])('reads %j as %s', (text, value) => expect(readNumber(text)).toBe(value))
  it('says what is no number', () => {
    for (const text of ['twelve', '1.2.3', '1,000.5x']) expect(readNumber(text)).toBeNaN()
  })
  it('writes them with so many digits', () => {
    expect([number(2.345, 1), short(2.345), short(2), percent(0.256)]).toEqual([
      '2.3',
      '2.3',
      '2',
      '26%',
    ])
  })
  it('writes money', () => expect(money(7.5, 'EUR')).toContain('7.50'))
})

describe('minutes', () => {
  it.each([
    [40, '40 min'],
    [59.4, '59 min'],
    [60, '1 h'],
    [109, '1 h 49'],
  ])('%s is %s', (value, text) => expect(minutes(value)).toBe(text))
  it('writes a range once', () => {
    expect([span(8, 11, 'to'), span(88, 121, 'to')]).toEqual(['8 to 11 min', '1 h 28 to 2 h 01'])
  })
})

describe('units of the hand', () => {
  it.each([
    [0.5, '½'],
    [5.25, '5¼'],
    [3, '3'],
    [0, '0'],
  ])('%s is %s', (value, text) => expect(parts(value)).toBe(text))
  it('counts them', () => {
    expect(counted(1, 'pump')).toBe('1 pump')
    expect(counted(0.5, 'pump')).toBe('½ pump')
    expect(counted(8, 'pump')).toBe('8 pumps')
    expect(counted(1.5, 'puddle of 3 cm')).toBe('1½ puddles of 3 cm')
    expect(counted(2, 'ladle')).toBe('2 ladle')
    region.value = 'en-US'
    expect(counted(2, 'puddle of 3 cm')).toBe('2 puddles of 1.2 in')
    region.value = ''
  })
  it('counts them in German, in whichever language the salon named them', async () => {
    await speak('de')
    expect(counted(8, 'pump')).toBe('8 Pumpstöße')
    expect(counted(1, 'Pumpstoß')).toBe('1 Pumpstoß')
    expect(counted(2, 'Pumpstoß')).toBe('2 Pumpstöße')
    expect(counted(1.5, 'puddle of 3 cm')).toBe('1½ Kleckse von 3 cm')
    await speak('en')
  })
})

describe('days', () => {
  const day = (n: number) => new Date(Date.now() + n * 86_400_000)
  it('tells how long ago', () => {
    expect([ago(day(0).toISOString()), ago(day(-1).toISOString())]).toEqual(['today', 'yesterday'])
    expect(ago(day(-21).toISOString())).toBe('3 weeks ago')
    expect(ago(undefined)).toBe('')
  })
  it('gives the day only where it is another one', () => {
    const at = new Date(2026, 5, 20, 10, 5)
    expect(when(at, new Date(2026, 5, 20, 23))).toBe(clock(at))
    expect(when(at, new Date(2026, 5, 21))).toContain(clock(at))
  })
  it('a plain date stays on its day', () => {
    expect(calendarDay(`${new Date().getFullYear()}-03-06`)).toContain('6')
    expect(calendarDay('2031-03-06')).toContain('2031')
  })
})
