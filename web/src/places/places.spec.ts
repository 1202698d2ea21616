import { createI18n } from 'vue-i18n'
import { mount } from '@vue/test-utils'
import { describe, expect, it } from 'vitest'
import { defineComponent, h } from 'vue'

import type { PlanAnswer, Visit } from '@/api/queries'
import type { Row } from '@/api/products'
import { i18n } from '@/text'
import { useWording } from '@/text/wording'
import { useWish } from '@/wish/useWish'

import { movedTo, useParting } from './crown/parting'
import {
  bodyOf,
  doseKey,
  dosesOf,
  emptyForm,
  formOf,
  notedDoses,
  notedSteps,
} from './results/visitForm'
import { observationsOf, isZone } from './clients/observing'
import { summary } from './clients/summary'
import { outlookReasons, useTasks } from './products/tasks'

/** What a composable answers inside a page. */
function within<Answer>(use: () => Answer): Answer {
  let answer!: Answer
  mount(
    defineComponent({
      setup() {
        answer = use()
        return () => h('i')
      },
    }),
    { global: { plugins: [i18n] } },
  )
  return answer
}

const gel = { role: 'gel', name: 'Gel', grams: 20, units: 10, unit: 'pump', unit_g: 2 }
const answer = {
  steps: [
    { key: 'lay_in', products: [gel, { ...gel, grams: 6, units: null, unit_g: null }] },
    { key: 'shape', products: [] },
  ],
} as unknown as PlanAnswer

describe('a visit as it is typed', () => {
  it('knows the same role twice', () => {
    expect(dosesOf(answer).map((dose) => [dose.key, dose.unitG])).toEqual([
      ['lay_in/gel/1', 2],
      ['lay_in/gel/2', null],
    ])
  })
  it('sends what was noted, a nought too, and no blank', () => {
    const form = emptyForm('2026-06-20T10:00:00Z')
    form.minutes = { shape: 0, lay_in: null }
    form.grams = { [doseKey('lay_in', 'gel', 2)]: 5.5 }
    const body = bodyOf(form, answer)
    expect(body.steps).toEqual([{ key: 'shape', minutes: 0 }])
    expect(body.doses).toEqual([{ step: 'lay_in', role: 'gel', layer: 2, grams: 5.5, units: null }])
    expect(body).not.toHaveProperty('sure')
    expect(bodyOf(form, answer, true).sure).toBe(true)
    expect(notedSteps(form, ['lay_in', 'shape'])).toEqual(['shape'])
    expect(notedDoses(form, dosesOf(answer)).length).toBe(1)
  })
  it('every form has an id of its own', () => expect(emptyForm().id).not.toBe(emptyForm().id))
  it('can be typed again from what was recorded', () => {
    const visit = {
      started_at: '2026-06-20T10:00:00Z',
      released_at: '2026-06-21T16:00:00Z',
      released_by: 'ana',
      steps: [
        { key: 'shape', actual: 44 },
        { key: 'lay_in', actual: null },
      ],
      doses: [{ step: 'lay_in', role: 'gel', layer: 1, actual: 18, units: 9 }],
      dryness: 'dry',
      residue: '',
      definition: 4,
      frizz: null,
      length_cm: 17,
      note: 'well',
    } as unknown as Visit
    const form = formOf(visit)
    expect(form.minutes).toEqual({ shape: 44 })
    expect([form.grams, form.units]).toEqual([{ 'lay_in/gel/1': 18 }, { 'lay_in/gel/1': 9 }])
    expect(form.scores).toEqual({ definition: 4 })
    expect([form.openedBy, form.length, form.note]).toEqual(['ana', 17, 'well'])
  })
})

describe('a parting by hand', () => {
  const line = { key: '0/2', mirror: '1/2' } as Parameters<typeof movedTo>[1]
  it('a line moved again stands where it was moved last', () => {
    const once = movedTo([], line, -2, false)
    expect(movedTo(once, line, -3, false)).toEqual([
      { op: 'move', key: '0/2', at: -3, alike: false },
    ])
  })
  it('both sides alike take the place of the other side', () => {
    const other = { op: 'move' as const, key: '1/2', at: 4, alike: false }
    expect(movedTo([other], line, -3, true).length).toBe(1)
    expect(movedTo([other], line, -3, false).length).toBe(2)
  })
  it('collects changes, and another parting drops them', () => {
    const desk = useWish(9)
    const hands = useParting(desk)
    hands.add({ op: 'split', key: '0', alike: false })
    hands.move(line, -3, true)
    hands.moved()
    expect(hands.changes.value.length).toBe(2)
    desk.undo()
    expect(hands.changes.value.length).toBe(1)
    hands.renew({ scheme: 'rows' }, { sections: null })
    expect([hands.changes.value, hands.parting.value]).toEqual([[], { scheme: 'rows' }])
  })
})

describe('observations', () => {
  it('takes what was typed, with how it was found out', () => {
    expect(observationsOf({ pattern: '4b', length_cm: null, porosity: '' })).toEqual([
      { kind: 'pattern', value: '4b', method: 'by_eye', zone: '' },
    ])
  })
  it('takes for a zone only what may differ there', () => {
    const kinds = observationsOf({ pattern: '4a', porosity: 'high' }, 'nape').map(
      (observation) => observation.kind,
    )
    expect(kinds).toEqual(['pattern'])
  })
  it('knows zones', () =>
    expect([isZone('nape'), isZone(''), isZone('ear')]).toEqual([true, true, false]))
})

describe('words', () => {
  const t = i18n.global.t as (key: string, named?: Record<string, unknown>) => string
  it('a client in one line, without what is not known', () => {
    const profile = { hair: { pattern: '4b', length_cm: 25 }, shrinkage: null }
    expect(summary(profile as unknown as Parameters<typeof summary>[0], t)).toBe('4b · 25 cm')
  })
  it('a word of a question, else the word itself', () => {
    const word = within(useWording)
    expect(word('porosity', 'no_such_word')).toBe('no such word')
  })
  it('is one catalogue', () => expect(createI18n).toBeDefined())
})

describe('what the shelf asks for', () => {
  const row = (more: Partial<Row> = {}): Row =>
    ({
      id: 1,
      name: 'Gel',
      stock_g: 30,
      unit_g: 2,
      days_left: null,
      spoils_soon: false,
      label_read: true,
      keeps_until: null,
      keeps_because: '',
      drift: null,
      outlook: { short_on: null, order_now: false, low: false, cover_days: null, because: 'usual' },
      ...more,
    }) as unknown as Row
  it('nothing where all is well', () => expect(within(useTasks)([row()])).toEqual([]))
  it('the pressing first', () => {
    const tasks = within(useTasks)([row({ label_read: false }), row({ id: 2, days_left: -3 })])
    expect(tasks.map((task) => [task.id, task.key])).toEqual([
      [2, 'spoiled'],
      [1, 'unread'],
    ])
  })
  it('reasons of how long it lasts', () => {
    expect(outlookReasons(row()).length).toBe(1)
    expect(outlookReasons(row({ keeps_because: 'opened' })).length).toBe(2)
  })
})
