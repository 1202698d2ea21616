/** Every language says the same: the same parameters, the same forms of what is counted. */
import { describe, expect, it } from 'vitest'

import { de } from './de'
import { en } from './en'
import { fr } from './fr'
import { i18n, speak } from './index'
import { minutes, number } from './format'
import { pseudo } from './pseudo'

type Texts = Record<string, unknown>
function* pairs(first: Texts, second: Texts, path = ''): Generator<[string, string, string]> {
  for (const [key, text] of Object.entries(second)) {
    const other = first[key]
    if (typeof text === 'string') yield [path + key, String(other), text]
    else yield* pairs(other as Texts, text as Texts, `${path}${key}.`)
  }
}
const places = (text: string) => [...new Set(text.match(/\{\w+\}/g) ?? [])].sort()
const forms = (text: string) => text.split(' | ').length

describe.each([
  ['German', de],
  ['French', fr],
])('%s', (_, language) => {
  it('has the parameters and forms of English', () => {
    const wrong = [...pairs(en, language as Texts)].filter(
      ([, english, text]) =>
        places(english).join() !== places(text).join() || forms(english) !== forms(text),
    )
    expect(wrong).toEqual([])
  })
})

describe('the pseudo-language', () => {
  it('marks what is a message and keeps parameters and forms', () => {
    expect(pseudo({ a: '{n} day | {n} days', b: { c: 'Save plan' } })).toEqual({
      a: '⟦{n} dààyy⟧ | ⟦{n} dààys⟧'.replace('yy', 'y'),
      b: { c: '⟦Sààvèè plààn⟧' },
    })
  })
})

describe('speaking', () => {
  it('changes texts, numbers and the language of the page', async () => {
    await speak('de')
    expect(i18n.global.t('app.cancel')).toBe('Abbrechen')
    expect(number(1234.5, 1)).toBe('1.234,5')
    expect(minutes(40)).toBe('40 min')
    expect(document.documentElement.lang).toBe('de')
    await speak('en')
    expect(i18n.global.t('app.cancel')).toBe('Cancel')
  })
  it('falls back to English where a language has nothing', async () => {
    await speak('fr')
    expect(i18n.global.t('checkin.send')).toBe('Envoyer au salon')
    expect(i18n.global.t('app.clients')).toBe('Clients')
    await speak('en')
  })
})
