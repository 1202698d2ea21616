import { reactive, ref } from 'vue'
import { beforeEach, describe, expect, it, vi } from 'vitest'

import type { Wish } from '@/api/queries'

import { anotherCount, anotherStyle, dryerOf, percentOf, shareOf } from './choices'
import { type Trail, useHistory } from './history'
import { freshWish, patched, patchOf, touched, wishOfPlan } from './patch'
import { forgetWishes, useWish } from './useWish'

const wish = (): Wish => ({
  client: 7,
  goal: { style: 'rod_set', sections: 28, rod_mm: 20 },
  dry: 'hood',
  dry_min: 30,
  parting: { scheme: 'bricked', changes: [{ op: 'move', key: '0/2', at: -3, alike: true }] },
})

describe('patches (RFC 7396)', () => {
  it('merges what it names and leaves the rest', () => {
    const before = wish()
    const after = patched(before, { goal: { sections: 30 } })
    expect(after.goal).toEqual({ style: 'rod_set', sections: 30, rod_mm: 20 })
    expect(before).toEqual(wish())
  })
  it('takes a choice back by null', () => {
    expect(patched(wish(), { dry_min: null, goal: { rod_mm: null } })).toEqual({
      ...wish(),
      dry_min: undefined,
      goal: { style: 'rod_set', sections: 28 },
    })
  })
  it('replaces lists as a whole', () => {
    expect(patched(wish(), { parting: { changes: [] } }).parting?.changes).toEqual([])
  })
  it('works on what a view watches', () => {
    expect(patched(reactive(wish()), { dry: 'air' }).dry).toBe('air')
  })
  it('says which choices it touches', () => {
    expect(touched({ goal: { sections: 3, bands: null }, edits: [] })).toEqual([
      'goal.sections',
      'goal.bands',
      'edits',
    ])
  })
  it('takes the changes of the core as they are', () => {
    const change = { goal: { sections: 16 }, parting: { changes: null } }
    expect(patched(wish(), patchOf(change)).parting).toEqual({ scheme: 'bricked' })
  })
  it('plans again from the wish of a plan', () => {
    const plan = {
      id: 5,
      client: 7,
      planned_start: undefined,
      wish: { goal: { style: 'rod_set' } },
    }
    const again = wishOfPlan(plan as Parameters<typeof wishOfPlan>[0])
    expect(again).toEqual({
      goal: { style: 'rod_set' },
      client: 7,
      planned_start: null,
      replaces: 5,
    })
  })
})

describe('choices', () => {
  it('another style drops what belonged to the old one', () => {
    const after = patched(wish(), anotherStyle('flat_twist_out'))
    expect(after).toEqual({
      client: 7,
      goal: { style: 'flat_twist_out' },
      dry: 'hood',
      dry_min: 30,
    })
  })
  it('another number of sections keeps the scheme and drops changes by hand', () => {
    const after = patched(wish(), anotherCount(30))
    expect(after.goal.sections).toBe(30)
    expect(after.parting).toEqual({ scheme: 'bricked' })
    expect(patched(after, anotherCount(null)).goal.sections).toBeUndefined()
  })
  it('another dryer has its own minutes', () => {
    expect(patched(wish(), dryerOf('diffuser'))).not.toHaveProperty('dry_min')
  })
  it.each([
    [0.555, 55.5],
    [null, null],
    [undefined, null],
  ])('a share of %s is %s percent', (share, percent) => expect(percentOf(share)).toBe(percent))
  it('percent that are no number stay as typed', () => {
    expect(shareOf(50)).toBe(0.5)
    expect(shareOf('damp' as unknown as number)).toBe('damp')
    expect(shareOf(null)).toBeNull()
  })
})

describe('history', () => {
  const begin = () => {
    const state = ref('a')
    const trail = ref<Trail<string>>({ past: [], ahead: [] })
    return { state, trail, history: useHistory(state, trail) }
  }
  it('goes back and forward', () => {
    const { state, history } = begin()
    history.remember('a')
    state.value = 'b'
    history.undo()
    expect([state.value, history.canUndo.value, history.canRedo.value]).toEqual(['a', false, true])
    history.redo()
    expect([state.value, history.canRedo.value]).toEqual(['b', false])
  })
  it('a new change forgets what was ahead', () => {
    const { state, history } = begin()
    history.remember('a')
    state.value = 'b'
    history.undo()
    history.remember('a')
    expect(history.canRedo.value).toBe(false)
  })
  it('keeps at most so many', () => {
    const { trail, history } = begin()
    for (let n = 0; n < 200; n += 1) history.remember(String(n))
    expect(trail.value.past.length).toBe(60)
    expect(trail.value.past.at(-1)).toBe('199')
  })
  it('does nothing where there is nothing', () => {
    const { state, history } = begin()
    history.undo()
    history.redo()
    expect(state.value).toBe('a')
  })
})

describe('the desk', () => {
  beforeEach(() => {
    vi.useFakeTimers()
  })
  it('begins with a fresh wish, the same in every view', () => {
    const desk = useWish(3)
    expect(desk.wish.value).toEqual(freshWish(3))
    desk.patch({ dry: 'hood' })
    expect(useWish(3).wish.value.dry).toBe('hood')
    expect(useWish(4).wish.value.dry).toBeUndefined()
  })
  it('undoes choice by choice, typing as one', () => {
    const desk = useWish(3)
    for (const sections of [1, 12, 120]) desk.patch({ goal: { sections } })
    desk.patch({ dry: 'hood' })
    desk.undo()
    expect(desk.wish.value.goal.sections).toBe(120)
    desk.undo()
    expect(desk.wish.value).toEqual(freshWish(3))
    desk.redo()
    expect(desk.wish.value.goal.sections).toBe(120)
  })
  it('typing again later is another change', () => {
    const desk = useWish(3)
    desk.patch({ goal: { sections: 12 } })
    vi.advanceTimersByTime(5000)
    desk.patch({ goal: { sections: 14 } })
    desk.undo()
    expect(desk.wish.value.goal.sections).toBe(12)
  })
  it('a fix that is taken is undone by itself', () => {
    const desk = useWish(3)
    desk.patch({ goal: { release_after_h: 20 } })
    desk.take({ goal: { release_after_h: 44 } })
    desk.undo()
    expect(desk.wish.value.goal.release_after_h).toBe(20)
  })
  it('one drag is undone as one', () => {
    const desk = useWish(3)
    for (const at of [-1, -2, -3]) {
      desk.drag({ parting: { changes: [{ op: 'move', key: '0/2', at, alike: true }] } })
    }
    desk.settle()
    expect(desk.wish.value.parting?.changes?.[0]?.at).toBe(-3)
    desk.undo()
    expect(desk.wish.value).toEqual(freshWish(3))
  })
  it('settling without a drag is no change', () => {
    const desk = useWish(3)
    desk.settle()
    expect(desk.canUndo.value).toBe(false)
  })
  it('another wish can be undone, a saved one is gone', () => {
    const desk = useWish(3)
    desk.start({ ...freshWish(3), dry: 'diffuser' })
    desk.undo()
    expect(desk.wish.value).toEqual(freshWish(3))
    desk.patch({ dry: 'hood' })
    desk.clear()
    expect([desk.wish.value, desk.canUndo.value]).toEqual([freshWish(3), false])
  })
  it('a reload keeps the wish and its history', async () => {
    useWish(3).patch({ dry: 'hood' })
    await vi.advanceTimersByTimeAsync(10)
    forgetWishes()
    const again = useWish(3)
    expect(again.wish.value.dry).toBe('hood')
    again.undo()
    expect(again.wish.value).toEqual(freshWish(3))
  })
})
