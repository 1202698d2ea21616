/** What an answer of the record is called on screen. */
import { useI18n } from 'vue-i18n'

export function useWording() {
  const { t, te } = useI18n()
  /** A word of a question, in the words of that question first. */
  return (key: string, word: string): string => {
    const known = [`consult.word.${key}.${word}`, `consult.words.${word}`, `hair.word.${word}`]
    const text = known.find((name) => te(name))
    return text ? t(text) : word.replaceAll('_', ' ')
  }
}
