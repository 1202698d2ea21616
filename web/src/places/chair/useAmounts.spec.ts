import { describe, expect, it, beforeEach } from 'vitest'
import { computed, ref } from 'vue'

import { type Target, useAmounts } from './useAmounts'

const part = (sections: number[], units: number | null, grams: number) => ({
  section: sections.length === 1 ? (sections[0] ?? null) : null,
  sections,
  side: null,
  units,
  grams,
  step: units === null ? 0.5 : 0.25,
})
const target = (parts: ReturnType<typeof part>[], unit_g: number | null = 2): Target => ({
  role: 'gel',
  layer: 1,
  name: 'Gel',
  bottle: '7',
  grams: 8,
  low_g: 7,
  high_g: 9,
  units: 4,
  unit: 'pump',
  unit_g,
  stays_in: true,
  parts,
})
function amountsOf(one: Target, at: number, ticked: number[] = [], noted = new Set<number>()) {
  const section = ref<number | undefined>(at)
  const asks = computed(() => ({ targets: [one] }) as never)
  const numbers = ref([1, 2, 3, 4])
  const all = useAmounts(
    () => 1,
    asks,
    numbers,
    section,
    () => noted,
    ref(ticked),
  )
  const first = () => {
    const [amount] = all.amounts.value
    if (!amount) throw new Error('nothing is laid in here')
    return amount
  }
  return { ...all, section, first }
}
const EACH = [1, 2, 3, 4].map((number) => part([number], 1, 2))

describe('what a section gets in a cycle', () => {
  beforeEach(() => localStorage.clear())

  it('needs no entry as planned', () => {
    const { first, doses } = amountsOf(target(EACH), 1)
    expect([first().units, first().changed]).toEqual([1, false])
    expect(doses('work', 1)).toEqual([])
  })

  it('is changed for its section alone', () => {
    const { change, first, doses, section } = amountsOf(target(EACH), 2)
    change(first(), 1)
    expect(doses('work', 2)).toEqual([
      { step: 'work', role: 'gel', layer: 1, grams: 2.5, units: 1.25, section: 2 },
    ])
    section.value = 3
    expect(first().changed).toBe(false)
    expect(doses('work', 3)).toEqual([])
  })

  it('goes on for those that follow, never for those before', () => {
    const { change, carry, first, doses } = amountsOf(target(EACH), 2)
    change(first(), -1)
    carry(first().target, true)
    expect(doses('work', 1)).toEqual([])
    expect([3, 4].map((number) => doses('work', number)[0]?.units)).toEqual([0.75, 0.75])
  })

  it('is never less than a hand can pick up', () => {
    const { change, first } = amountsOf(target(EACH), 1)
    for (let times = 0; times < 9; times += 1) change(first(), -1)
    expect(first().units).toBe(0.25)
  })

  it('is taken once by sections that share it', () => {
    const shared = target([part([1, 2, 3], 1, 2), part([4], 1, 2)])
    expect(amountsOf(shared, 1).first().had).toBe(false)
    expect(amountsOf(shared, 2, [1]).first().had).toBe(true)
    const { change, first, doses } = amountsOf(shared, 1)
    change(first(), 1)
    expect(doses('work', 1)[0]).toMatchObject({ sections: [1, 2, 3] })
    expect(amountsOf(shared, 2, [], new Set([1, 2, 3])).doses('work', 2)).toEqual([])
  })

  it('is weighed where the bottle is not calibrated', () => {
    const { change, first, doses } = amountsOf(target([part([1], null, 3)], null), 1)
    change(first(), 1)
    expect(doses('work', 1)).toEqual([
      { step: 'work', role: 'gel', layer: 1, grams: 3.5, section: 1 },
    ])
  })
})
