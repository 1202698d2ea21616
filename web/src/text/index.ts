/** Texts of the interface in the language of who reads them. */
import { createI18n } from 'vue-i18n'

import type { Catalogue } from './catalogue'
import { en } from './en'

export type Language = 'en' | 'de' | 'fr' | 'xx'

/** Languages that can be chosen, each by its own name. */
export const LANGUAGES: { value: Language; text: string }[] = [
  { value: 'en', text: 'English' },
  { value: 'de', text: 'Deutsch' },
]
/** What clients can be written to in. */
export const CLIENT_LANGUAGES = [...LANGUAGES, { value: 'fr', text: 'Français' }]

export const i18n = createI18n({
  legacy: false,
  locale: 'en' as Language,
  fallbackLocale: 'en' as Language,
  messages: { en } as Record<string, Catalogue>,
})

/** Catalogues beside English are fetched when somebody reads them. */
const fetched: Partial<Record<Language, () => Promise<Catalogue>>> = {
  de: async () => (await import('./de')).de,
  fr: async () => (await import('./fr')).fr as Catalogue,
  xx: async () => (await import('./pseudo')).pseudo(en),
}

/** Show every text in a language. */
export async function speak(language: Language) {
  const { locale, messages, setLocaleMessage } = i18n.global
  const fetch = fetched[language]
  if (fetch && !messages.value[language]) setLocaleMessage(language, await fetch())
  locale.value = language
  document.documentElement.lang = language === 'xx' ? 'en' : language
}
