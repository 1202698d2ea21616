/** Measures in the units of a country: NIST Special Publication 811, appendix B. */
import { afterEach, describe, expect, it } from 'vitest'

import { calendarDay, clock } from './format'
import { figure, fromMetric, measure, toMetric, typedMeasure, unitName } from './measures'
import { american, locale, namedCountries, region, twelve } from './region'
import { zone } from './zone'

afterEach(() => {
  region.value = ''
})

describe('without a country', () => {
  it('measures are metric', () => {
    expect([measure(25.44, 'cm'), measure(5, 'g'), measure(22, '°C')]).toEqual([
      '25.4 cm',
      '5 g',
      '22 °C',
    ])
    expect(typedMeasure(12.345, 'cm')).toBe('12.345')
  })
  it('the day comes before the month and hours run to 24', () => {
    zone.value = 'UTC'
    expect(locale.value).toBe('en-GB')
    expect(twelve.value).toBe(false)
    expect(clock(new Date('2026-11-27T16:30:00Z'))).toBe('16:30')
  })
})

describe('in the United States', () => {
  it('measures are in inches, ounces and degrees Fahrenheit', () => {
    region.value = 'en-US'
    expect(american.value).toBe(true)
    expect([unitName('cm'), unitName('ml'), unitName('µm')]).toEqual(['in', 'fl oz', 'µm'])
    expect([measure(25.4, 'mm'), measure(30.48, 'cm'), measure(28.35, 'g')]).toEqual([
      '1 in',
      '12 in',
      '1 oz',
    ])
    expect([measure(22, '°C'), measure(-40, '°C')]).toEqual(['72 °F', '-40 °F'])
    expect(figure(70.5, 'µm')).toBe('70.5')
  })
  it('what is typed is metric again', () => {
    region.value = 'en-US'
    expect(toMetric(10, 'cm')).toBe(25.4)
    expect(toMetric(72, '°C')).toBeCloseTo(22.2222, 4)
    expect(typedMeasure(25.4, 'cm')).toBe('10')
    for (const [value, unit] of [
      [4.7, 'cm'],
      [0.35, 'g'],
      [68, '°C'],
    ] as const)
      expect(fromMetric(toMetric(value, unit), unit)).toBeCloseTo(value, 3)
  })
  it('the month comes before the day and hours run to twelve', () => {
    region.value = 'en-US'
    zone.value = 'UTC'
    expect(twelve.value).toBe(true)
    expect(clock(new Date('2026-11-27T16:30:00Z'))).toBe('4:30 PM')
    expect(calendarDay('2025-03-06')).toBe('Mar 6, 2025')
  })
  it('somebody may work in grams', () => {
    region.value = 'en-US-u-ms-metric'
    expect(measure(5, 'g')).toBe('5 g')
    expect(locale.value).toBe('en-US')
  })
})

it('countries are named in the language of who reads', () => {
  const names = namedCountries()
  expect(names.find((one) => one.value === 'DE')?.text).toBe('Germany')
  expect(names.length).toBeGreaterThan(240)
  expect(names.some((one) => ['EU', 'UN', 'XK', 'ZZ'].includes(one.value))).toBe(false)
})
