import { mount } from '@vue/test-utils'
import { describe, expect, it } from 'vitest'
import { defineComponent, h, nextTick, ref } from 'vue'

import { Offline, Refused } from '@/api/client'

import { changedIn, merged, provideElsewhere, useElsewhere } from './elsewhere'
import { useMeeting } from './meeting'
import { provideRefusal, refusalOf, useClaim } from './refusal'

const refused = (...fields: string[]) =>
  new Refused(
    400,
    fields.map((field) => ({ field, message: `wrong ${field}` })),
  )

describe('refusals', () => {
  it('routes a message to its field and tells the rest', () => {
    const error = ref<Error | null>(refused('goal.sections', 'hair'))
    const refusal = refusalOf(error)
    const give = refusal.claim('goal.sections')
    expect(refusal.at('goal.sections')).toBe('wrong goal.sections')
    expect(refusal.rest.value.map((error) => error.field)).toEqual(['hair'])
    give()
    expect(refusal.rest.value.length).toBe(2)
    error.value = null
    expect(refusal.rest.value).toEqual([])
  })
  it('a field shown twice is given back twice', () => {
    const refusal = refusalOf(refused('note'))
    const [first, second] = [refusal.claim('note'), refusal.claim('note')]
    first()
    expect(refusal.rest.value).toEqual([])
    second()
    expect(refusal.rest.value.length).toBe(1)
  })
  it('what failed without a word is failure', () => {
    expect(refusalOf(new Offline()).failure.value).toBeInstanceOf(Offline)
    expect(refusalOf(new Refused(500, [])).failure.value).toBeInstanceOf(Refused)
    expect(refusalOf(refused('note'), undefined).failure.value).toBeUndefined()
  })
  it('a field in sight claims its name, and gives it back when it goes', async () => {
    const shown = ref(true)
    const name = ref('steps.0.minutes')
    const Field = defineComponent({
      setup() {
        const message = useClaim(name)
        return () => h('i', message.value)
      },
    })
    let rest: () => string[] = () => []
    const Page = defineComponent({
      setup() {
        const refusal = provideRefusal(refused('steps.0.minutes', 'steps.1.minutes'))
        rest = () => refusal.rest.value.map((error) => error.field)
        return () => (shown.value ? h(Field) : h('b'))
      },
    })
    const page = mount(Page)
    expect(page.text()).toBe('wrong steps.0.minutes')
    expect(rest()).toEqual(['steps.1.minutes'])
    name.value = 'steps.1.minutes'
    await nextTick()
    expect(rest()).toEqual(['steps.0.minutes'])
    shown.value = false
    await nextTick()
    expect(rest().length).toBe(2)
  })
})

describe('changed elsewhere', () => {
  const base = { name: 'Gel', weight: 'light', tags: ['a'], price: 3 }
  it('finds the fields that differ, lists by what is in them', () => {
    expect(changedIn(base, { ...base, tags: ['a'] })).toEqual([])
    expect(changedIn(base, { ...base, tags: ['b'], price: 4 })).toEqual(['tags', 'price'])
  })
  it('takes over what only they changed', () => {
    const { form, both } = merged(base, { ...base, name: 'My gel' }, { ...base, price: 5 })
    expect([form.name, form.price, both]).toEqual(['My gel', 5, []])
  })
  it('keeps mine where both changed, unless both typed the same', () => {
    const mine = { ...base, name: 'My gel', weight: 'heavy' }
    const theirs = { ...base, name: 'Their gel', weight: 'heavy' }
    const { form, both } = merged(base, mine, theirs)
    expect([form.name, both]).toEqual(['My gel', ['name']])
  })
  it('offers theirs at the field until it is taken', async () => {
    const typed = ref<typeof base | undefined>({ ...base, name: 'My gel' })
    let elsewhere: ReturnType<typeof useElsewhere>
    let meet: (before: typeof base, now: typeof base) => void = () => undefined
    const Field = defineComponent({
      setup() {
        elsewhere = useElsewhere()
        return () => h('i')
      },
    })
    mount(
      defineComponent({
        setup() {
          meet = provideElsewhere(typed).meet
          return () => h(Field)
        },
      }),
    )
    meet(base, { ...base, name: 'Their gel' })
    expect(elsewhere?.theirs('name')).toBe('Their gel')
    expect(elsewhere?.theirs('price')).toBeUndefined()
    elsewhere?.take('name')
    expect(typed.value?.name).toBe('Their gel')
    expect(elsewhere?.theirs('name')).toBeUndefined()
  })
})

describe('meeting', () => {
  it('sends only what was typed, and takes over what only they changed', async () => {
    interface Form extends Record<string, unknown> {
      name: string
      note: string
      version?: number
    }
    let now: Form = { name: 'Gel', note: '', version: 1 }
    const typed = ref<Form>()
    let meeting: ReturnType<typeof useMeeting<Form>> | undefined
    mount(
      defineComponent({
        setup() {
          const reload = () => Promise.resolve()
          meeting = useMeeting<Form>(typed, () => ({ ...now }), reload)
          return () => h('i')
        },
      }),
    )
    meeting?.begin()
    typed.value = { ...(typed.value as Form), name: 'My gel' }
    expect(meeting?.changes()).toEqual({ name: 'My gel', version: 1 })
    expect(meeting?.wasFirst(new Refused(409, []))).toBe(true)
    now = { name: 'Gel', note: 'Theirs.', version: 2 }
    await meeting?.meet()
    expect(typed.value).toEqual({ name: 'My gel', note: 'Theirs.', version: 2 })
    expect(meeting?.changes()).toEqual({ name: 'My gel', version: 2 })
  })
})
