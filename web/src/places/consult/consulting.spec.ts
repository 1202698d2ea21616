import { describe, expect, it } from 'vitest'

import { mergedAnswers } from './consulting'

const given = (value: string | number | string[], was?: string[]) => ({
  value,
  confirmed: false,
  ...(was ? { was } : {}),
})

describe('a consultation on two devices', () => {
  it('takes over what only they answered, also anew', () => {
    const base = { event: given('choir'), soak_s: given(40) }
    const theirs = { ...base, event: given('wedding') }
    const { answers, open } = mergedAnswers(base, { ...base, soak_s: given(20) }, theirs)
    expect([answers.event?.value, answers.soak_s?.value, open]).toEqual(['wedding', 20, []])
  })
  it('offers theirs where both answered otherwise, and nothing where both said the same', () => {
    const base = { event: given('choir') }
    const { answers, open } = mergedAnswers(
      base,
      { event: given('festival'), colour: given('none') },
      { event: given('wedding'), colour: given('none') },
    )
    expect([answers.event?.value, open]).toEqual(['festival', ['event']])
  })
  it('keeps what both added to a list, and leaves out what either took away', () => {
    const base = { allergies: given(['lanolin', 'almond'], ['lanolin', 'almond']) }
    const { answers, open } = mergedAnswers(
      base,
      { allergies: given(['lanolin', 'almond', 'coconut'], ['lanolin', 'almond']) },
      { allergies: given(['almond', 'wheat'], ['lanolin', 'almond']) },
    )
    expect(answers.allergies?.value).toEqual(['almond', 'wheat', 'coconut'])
    expect(open).toEqual([])
  })
  it('begins a list that nobody had opened with what was known', () => {
    const { answers } = mergedAnswers(
      {},
      { avoid: given(['mineral oil', 'glycerin'], ['mineral oil']) },
      { avoid: given(['mineral oil', 'silicone'], ['mineral oil']) },
    )
    expect(answers.avoid?.value).toEqual(['mineral oil', 'silicone', 'glycerin'])
  })
})
