/** What a section gets of each product in a cycle: as planned, or as it was changed. */
import { useLocalStorage } from '@vueuse/core'
import { computed, type Ref } from 'vue'

import type { Chair } from '@/api/chairLog'

type ChairStep = Chair['chair']['steps'][number]
export type Target = ChairStep['targets'][number]
type Part = Target['parts'][number]

/** A change of an amount: times what is planned, from a section on or there alone. */
interface Change {
  times: number
  section: number
  onward: boolean
}
export interface Amount {
  target: Target
  part: Part
  /** In the unit of the hand; nothing where it is not calibrated. */
  units: number | null
  grams: number
  changed: boolean
  /** Whether the change goes on for the sections that follow. */
  onward: boolean
  /** The sections that share it had it before. */
  had: boolean
}

const rounded = (amount: number, step: number) => Math.max(step, Math.round(amount / step) * step)
const keyOf = ({ role, layer }: Target) => `${role} ${layer}`

/**
 * @param visit - its number: what goes on for later sections outlives a reload
 * @param asks - what the cycle asks for
 * @param numbers - sections in working order
 * @param section - that is worked
 * @param notedFor - sections that have a dose of a target
 * @param ticked - sections that are finished
 */
export function useAmounts(
  visit: () => number,
  asks: Ref<ChairStep | undefined>,
  numbers: Ref<number[]>,
  section: Ref<number | undefined>,
  notedFor: (role: string, layer: number) => Set<number>,
  ticked: Ref<number[]>,
) {
  const changes = useLocalStorage<Record<string, Change>>(() => `amounts ${visit()}`, {})

  function changeOf(target: Target, now: number): Change | undefined {
    const change = changes.value[keyOf(target)]
    if (!change) return undefined
    const [from, at] = [numbers.value.indexOf(change.section), numbers.value.indexOf(now)]
    return at === from || (change.onward && at > from) ? change : undefined
  }
  function amountOf(target: Target, now: number): Amount | undefined {
    const part = target.parts.find((one) => one.sections.includes(now))
    if (!part) return undefined
    const change = changeOf(target, now)
    const times = change?.times ?? 1
    const units =
      part.units === null || !change ? part.units : rounded(part.units * times, part.step)
    const grams =
      change && units !== null && target.unit_g ? units * target.unit_g : part.grams * times
    const others = part.sections.filter((one) => one !== now)
    const noted = notedFor(target.role, target.layer)
    return {
      target,
      part,
      units,
      grams,
      changed: change !== undefined,
      onward: change?.onward ?? false,
      had: others.some((one) => noted.has(one) || ticked.value.includes(one)) || noted.has(now),
    }
  }
  const amounts = computed(() => {
    const now = section.value
    if (now === undefined) return []
    return (asks.value?.targets ?? []).flatMap((target) => amountOf(target, now) ?? [])
  })

  /** One step more or less for this section. */
  function change(amount: Amount, by: 1 | -1) {
    const now = section.value
    if (now === undefined) return
    const { part, target } = amount
    const planned = part.units ?? part.grams
    const next = Math.max(part.step, (amount.units ?? amount.grams) + by * part.step)
    changes.value = {
      ...changes.value,
      [keyOf(target)]: { times: next / planned, section: now, onward: amount.onward },
    }
  }
  /** Whether a changed amount goes on for the sections that follow. */
  function carry(target: Target, onward: boolean) {
    const own = changes.value[keyOf(target)]
    if (own)
      changes.value = {
        ...changes.value,
        [keyOf(target)]: { ...own, section: section.value ?? own.section, onward },
      }
  }
  /** Entries for what a section got differently than planned; what went as planned needs none. */
  function doses(step: string, of: number) {
    return (asks.value?.targets ?? [])
      .flatMap((target) => amountOf(target, of) ?? [])
      .filter(({ changed, had }) => changed && !had)
      .map(({ target, part, units, grams }) => ({
        step,
        role: target.role,
        layer: target.layer,
        grams: Math.round(grams * 100) / 100,
        ...(units === null ? {} : { units }),
        ...(part.sections.length > 1 ? { sections: part.sections } : { section: of }),
      }))
  }
  return { amounts, change, carry, doses }
}
