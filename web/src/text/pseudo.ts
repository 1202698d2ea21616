/** A language that nobody speaks: what stands on screen without brackets is no message. */
import type { Catalogue } from './catalogue'

const VOWELS: Record<string, string> = { a: 'àà', e: 'èè', i: 'ìì', o: 'òò', u: 'ùù' }
/** Parameters, linked messages and the bars between forms stay as they are. */
const KEPT = /(\{[^{}]*\}|@[.:\w]+|\|)/

function lengthened(message: string): string {
  return message
    .split(/(\s\|\s)/)
    .map((form) => {
      if (form.trim() === '|') return form
      const text = form
        .split(KEPT)
        .map((piece) =>
          KEPT.test(piece) ? piece : piece.replace(/[aeiou]/g, (at) => VOWELS[at] ?? at),
        )
        .join('')
      return `⟦${text}⟧`
    })
    .join('')
}

/** The English catalogue in brackets, with accents, about 40 % longer. */
export function pseudo(texts: object): Catalogue {
  const entries = Object.entries(texts).map(([key, text]) => [
    key,
    typeof text === 'string' ? lengthened(text) : pseudo(text as object),
  ])
  return Object.fromEntries(entries) as Catalogue
}
