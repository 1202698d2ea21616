import { describe, expect, it } from 'vitest'

import { entryOf, glossaryIn, rowsOf } from './glossary'

const glossary = glossaryIn('en')

describe('the glossary', () => {
  it('reads the first table and no other', () => {
    const text =
      'x\n| word | meaning |\n|---|---|\n| a | A. |\n| b | B. |\n\n|---|---|\n| c | C. |\n'
    expect(rowsOf(text).map(({ word }) => word)).toEqual(['a', 'b'])
  })
  it('explains each word once, in a sentence', () => {
    expect(glossary.length).toBeGreaterThan(30)
    expect(new Set(glossary.map(({ word }) => word)).size).toBe(glossary.length)
    for (const { meaning } of glossary) expect(meaning).toMatch(/^[A-Z].*\.$/)
  })
  it('has every word in German too', () => {
    const german = glossaryIn('de')
    expect(german.map(({ key }) => key)).toEqual(glossary.map(({ key }) => key))
    for (const { meaning } of german) expect(meaning).toMatch(/^[A-ZÄÖÜ].*\.$/)
    expect(entryOf('porosity', 'de')?.word).toBe('Porosität')
  })
  it('finds a word whatever its letters', () => {
    expect(entryOf('Porosity')?.meaning).toContain('water')
    expect(entryOf('nonsense')).toBeUndefined()
  })
})
