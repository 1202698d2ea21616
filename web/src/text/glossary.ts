/** Words of the trade, as docs/GLOSSARY.md explains them: its first table. */
import german from '../../../docs/GLOSSARY.de.md?raw'
import source from '../../../docs/GLOSSARY.md?raw'

import type { Language } from './index'

export interface Entry {
  /** The English word, by which code asks for it. */
  key: string
  word: string
  meaning: string
}

const ROW = /^\| (.+?) \| (.+?)(?: \| (.+?))? \|$/

/** The rows of the first table of a Markdown text, without its head. */
export function rowsOf(markdown: string): Entry[] {
  const rows: Entry[] = []
  let inside = false
  for (const line of markdown.split('\n')) {
    const row = ROW.exec(line)
    const [, key, word, meaning] = row ?? []
    if (key && word && inside)
      rows.push(meaning ? { key, word, meaning } : { key, word: key, meaning: word })
    else if (line.startsWith('|---')) inside = true
    else if (inside) break
  }
  return rows
}

const GLOSSARIES: Partial<Record<Language, readonly Entry[]>> = { de: rowsOf(german) }
const english: readonly Entry[] = rowsOf(source)

/** The glossary in a language, else in English. */
export const glossaryIn = (language: Language): readonly Entry[] => GLOSSARIES[language] ?? english

/** The entry of an English word in a language; a capital letter makes no difference. */
export const entryOf = (word: string, language: Language = 'en'): Entry | undefined =>
  glossaryIn(language).find((entry) => entry.key.toLowerCase() === word.toLowerCase())
