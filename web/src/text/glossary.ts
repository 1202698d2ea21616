/** Words of the trade, as docs/GLOSSARY.md explains them: its first table. */
import source from '../../../docs/GLOSSARY.md?raw'

export interface Entry {
  word: string
  meaning: string
}

const ROW = /^\| (.+?) \| (.+) \|$/

/** The rows of the first table of a Markdown text, without its head. */
export function rowsOf(markdown: string): Entry[] {
  const rows: Entry[] = []
  let inside = false
  for (const line of markdown.split('\n')) {
    const row = ROW.exec(line)
    if (row?.[1] && row[2] && inside) rows.push({ word: row[1], meaning: row[2] })
    else if (line.startsWith('|---')) inside = true
    else if (inside) break
  }
  return rows
}

export const glossary: readonly Entry[] = rowsOf(source)

/** The entry of a word; a capital letter makes no difference. */
export const entryOf = (word: string): Entry | undefined =>
  glossary.find((entry) => entry.word.toLowerCase() === word.toLowerCase())
