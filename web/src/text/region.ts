/** The language of who reads, with the country of the salon: how numbers, days and hours are written. */
import { computed, ref } from 'vue'

import { i18n } from './index'

/** A language tag as the server gives it: `de`, `en-US`, `en-US-u-ms-metric`. */
export const region = ref('')

/** Languages without a country: English writes the day before the month and counts hours to 24. */
const USUAL: Record<string, string> = { en: 'en-GB', xx: 'en-GB' }

/** What the browser formats by. */
export const locale = computed(() => {
  const spoken = i18n.global.locale.value
  const country = /^[a-z]{2}-([A-Z]{2})/.exec(region.value)?.[1]
  if (country) return `${spoken === 'xx' ? 'en' : spoken}-${country}`
  return USUAL[spoken] ?? spoken
})

/** Unicode CLDR, measurementData: inches and ounces (from memory). */
const INCHES = /-(LR|MM|US)\b/
const OWN = /-u-ms-(metric|ussystem)$/

/** Whether measures are written in inches, ounces and degrees Fahrenheit. */
export const american = computed(() => {
  const own = OWN.exec(region.value)?.[1]
  return own ? own === 'ussystem' : INCHES.test(region.value)
})

/** Where hours are counted to twelve. */
export const twelve = computed(
  () =>
    new Intl.DateTimeFormat(locale.value, { hour: 'numeric' }).resolvedOptions().hour12 ?? false,
)

/** Codes that name no country. */
const NO_COUNTRIES = new Set(['AC', 'CP', 'CQ', 'DG', 'EA', 'EU', 'EZ', 'IC', 'QO', 'TA', 'UN'])
const LETTERS = [...'ABCDEFGHIJKLMNOPQRSTUVWXYZ']

/** Every country by its name, in the order of the language. */
export function namedCountries(): { value: string; text: string }[] {
  const names = new Intl.DisplayNames(locale.value, { type: 'region', fallback: 'none' })
  return LETTERS.flatMap((one) => LETTERS.map((other) => one + other))
    .filter((code) => !NO_COUNTRIES.has(code) && !/^(Q[M-Z]|X[A-Z]|ZZ)$/.test(code))
    .flatMap((value) => {
      const text = names.of(value)
      return text ? [{ value, text }] : []
    })
    .sort((one, other) => one.text.localeCompare(other.text, locale.value))
}
