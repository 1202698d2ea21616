import { mount } from '@vue/test-utils'
import { describe, expect, it } from 'vitest'
import { nextTick, ref } from 'vue'

import type { Board, Booking, Segment } from '@/api/days'
import { i18n } from '@/text'

import DayList from './DayList.vue'
import LoadLanes from './LoadLanes.vue'
import { countdown, isBusy, isIn, MINUTE_MS, placeOf, wantsHands } from './now'
import { useAxis } from './useAxis'

const MIDNIGHT = Date.parse('2026-12-01T00:00:00Z')
const at = (minute: number) => new Date(MIDNIGHT + minute * MINUTE_MS)
const iso = (minute: number) => at(minute).toISOString()
const part = (start: number, end: number, hands: boolean, index = 0) =>
  ({ index, title: `part ${index}`, start: iso(start), end: iso(end), hands }) as Segment
const booking = (state = 'booked', id = 1) =>
  ({
    id,
    state,
    client_name: `Client ${id}`,
    title: 'Wash',
    start: iso(600),
    end: iso(700),
    segments: [part(600, 630, true, 0), part(640, 700, false, 1)],
  }) as unknown as Booking
const board = (bookings: Booking[]) =>
  ({ midnight: iso(0), open_min: 540, close_min: 1140, bookings }) as unknown as Board

describe('where a client is', () => {
  it.each([
    [590, 0, false],
    [610, 0, true],
    [635, 1, false],
    [650, 1, true],
  ])('at minute %i', (minute, segment, on) => {
    const place = placeOf(booking(), at(minute).getTime())
    expect([place?.segment.index, place?.on]).toEqual([segment, on])
  })
  it('is nowhere once it is over, or cancelled', () => {
    expect(placeOf(booking(), at(700).getTime())).toBeUndefined()
    expect(placeOf(booking('cancelled'), at(610).getTime())).toBeUndefined()
  })
  it('wants hands while hands are at work', () => {
    expect(wantsHands(booking(), at(610).getTime())).toBe(true)
    expect(wantsHands(booking(), at(650).getTime())).toBe(false)
  })
  it('is in the salon from arrival, whatever was planned', () => {
    expect(isIn(booking('here'), at(500).getTime())).toBe(true)
    expect(isIn(booking(), at(500).getTime())).toBe(false)
    expect(isIn(booking(), at(600).getTime())).toBe(true)
    expect(isBusy(booking('done'))).toBe(false)
  })
  it('counts down, never below nothing', () => {
    expect(countdown(at(1), at(0).getTime() + 500)).toBe('1:00')
    expect(countdown(at(0), at(5).getTime())).toBe('0:00')
  })
})

describe('the axis of a day', () => {
  const of = (bookings: Booking[], zoom: 'whole' | 'half', now: number, isToday = true) =>
    useAxis(ref(board(bookings)), ref(at(now)), ref(isToday), ref(zoom))

  it('spans the opening hours, and whoever stays longer', () => {
    expect(of([booking()], 'whole', 600).axis.value).toEqual({ first: 540, last: 1140 })
    const late = { ...booking(), end: iso(1150) }
    expect(of([late], 'whole', 600).axis.value.last).toBe(1200)
  })
  it('shows half a day about now, and never more than there is', () => {
    expect(of([booking()], 'half', 800).axis.value).toEqual({ first: 660, last: 1020 })
    expect(of([booking()], 'half', 1130).axis.value).toEqual({ first: 780, last: 1140 })
    expect(of([booking()], 'half', 0).axis.value.first).toBe(540)
  })
  it('shows another day from an hour before the first client', () => {
    expect(of([booking()], 'half', 0, false).axis.value.first).toBe(540)
  })
  it('places minutes and marks full hours', () => {
    const { share, hours, minuteOf } = of([booking()], 'whole', 600)
    expect([share(540), share(840), share(1140)]).toEqual(['0%', '50%', '100%'])
    expect(hours.value).toHaveLength(10)
    expect(minuteOf(iso(75))).toBe(75)
  })
  it('stands still before the day has come', () => {
    const axis = useAxis(ref(undefined), ref(at(0)), ref(true), ref('half' as const))
    expect(axis.axis.value).toEqual({ first: 0, last: 1 })
  })
})

describe('the day on a phone', () => {
  it('says whose hands are next, and opens what is tapped', async () => {
    const list = mount(DayList, {
      props: { bookings: [booking(), booking('done', 2)], now: at(605), today: true },
      slots: { default: 'open' },
      global: { plugins: [i18n] },
    })
    expect(list.findAll('.wants p').map((row) => row.text())).toHaveLength(1)
    expect(list.find('.wants').text()).toContain('Client 1')
    await list.findAll('li button')[1]?.trigger('click')
    await list.setProps({ modelValue: 2 })
    await nextTick()
    expect(list.findAll('li')[1]?.text()).toContain('open')
    expect(list.findAll('li')[0]?.classes()).toContain('signal')
  })
})

describe('hands and stations', () => {
  it('marks what is not enough, and leaves out what nobody needs', () => {
    const load = [
      { start: 600, needed: 2, present: 1, places: { basin: 1 } },
      { start: 615, needed: 1, present: 1, places: {} },
    ]
    const stations = [
      { station: 'basin', count: 1 },
      { station: 'hood', count: 2 },
    ]
    const lanes = mount(LoadLanes, {
      props: {
        board: { ...board([]), load, stations } as unknown as Board,
        axis: { first: 600, last: 660 },
        at,
        share: (minute: number) => `${minute}%`,
      },
      global: { plugins: [i18n] },
    })
    expect(lanes.findAll('.load')).toHaveLength(2)
    expect(lanes.findAll('.over')).toHaveLength(1)
  })
})
