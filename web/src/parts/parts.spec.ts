import { mount } from '@vue/test-utils'
import { describe, expect, it } from 'vitest'
import { defineComponent, h, nextTick } from 'vue'
import { createMemoryHistory, createRouter } from 'vue-router'

import { useLive } from '@/api/live'
import { Refused } from '@/api/client'
import type { Section } from '@/api/queries'

import { frame, path, shifted, stroke } from './crownPaths'
import { laterPages } from './longList'
import { isTyping } from './keys'
import { without } from './objects'
import { useInUrl, withChoice } from './useInUrl'
import { useLayer } from './useLayer'

describe('the crown map on screen', () => {
  it('draws with the face at the top', () => {
    expect(
      path([
        [0, 0],
        [1, 2],
      ]),
    ).toBe('M0.00 0.00L1.00 -2.00Z')
    expect(
      path(
        [
          [0, 0],
          [1, 2],
        ],
        false,
      ),
    ).not.toContain('Z')
  })
  it('frames all points with room at the edges', () => {
    const box = frame(
      [
        [-5, 10],
        [5, -8],
      ],
      1,
      2,
    )
    expect([box.left, box.top, box.width, box.height]).toEqual([-6, -12, 12, 22])
  })
  it('strokes towards where the hair is laid', () => {
    const section = { centre: [3, 4], lay: 'forward' } as unknown as Section
    const { from, to } = stroke(section)
    expect(to[1]).toBeLessThan(from[1])
    expect(stroke({ ...section, lay: 'left' } as Section).to[0]).toBeLessThan(3)
  })
  it.each([
    ['along', [0, 0], [2, 5], 3],
    ['across', [0, 0], [2, 5], 6],
    ['round', [3, 4], [6, 8], 6],
  ] as const)('a line %s follows the pointer', (kind, from, to, at) => {
    expect(shifted(kind, 1, from, to, undefined)).toBe(at)
  })
  it('a v opens by its angle', () => {
    expect(shifted('v', 30, [1, 1], [1, 0], [0, 0])).toBeCloseTo(75)
  })
})

describe('small things', () => {
  it('knows when somebody is typing', () => {
    const at = (target: EventTarget) => ({ target }) as unknown as KeyboardEvent
    expect(isTyping(at(document.createElement('input')))).toBe(true)
    expect(isTyping(at(document.createElement('button')))).toBe(false)
    expect(isTyping(at(window))).toBe(false)
  })
  it('leaves keys out', () => expect(without({ a: 1, b: 2, c: 3 }, 'a', 'c')).toEqual({ b: 2 }))
  it('knows what was refused at a field', () => {
    expect(new Refused(400, [{ field: 'a', message: 'b' }]).at('a')).toBe('b')
  })
})

describe('choices in the address', () => {
  it('leaves out what is as usual', () => {
    expect(withChoice({ client: '3' }, 'show', 'care', 'all')).toEqual({
      client: '3',
      show: 'care',
    })
    expect(withChoice({ show: 'care' }, 'show', 'all', 'all')).toEqual({})
  })
  it('two choices at once go into one address', async () => {
    const router = createRouter({
      history: createMemoryHistory(),
      routes: [{ path: '/', component: { render: () => h('i') } }],
    })
    let search!: ReturnType<typeof useInUrl>
    let from!: ReturnType<typeof useInUrl>
    await router.push('/')
    mount(
      defineComponent({
        setup() {
          search = useInUrl('search', '')
          from = useInUrl('from', '0')
          return () => h('i')
        },
      }),
      { global: { plugins: [router] } },
    )
    search.value = 'orla'
    from.value = '60'
    await nextTick()
    await router.isReady()
    await new Promise((done) => setTimeout(done))
    expect(router.currentRoute.value.query).toEqual({ search: 'orla', from: '60' })
    expect(search.value).toBe('orla')
  })
})

describe('answers that follow', () => {
  it('asks once more for the newest while one is on its way', async () => {
    const asked: number[] = []
    const waiting: ((answer: number) => void)[] = []
    let live!: ReturnType<typeof useLive<number, number>>
    const page = mount(
      defineComponent({
        props: { n: { type: Number, required: true } },
        setup(props) {
          live = useLive(
            () => props.n,
            (n) => {
              asked.push(n)
              return new Promise<number>((done) => waiting.push(done))
            },
          )
          return () => h('i')
        },
      }),
      { props: { n: 1 } },
    )
    await page.setProps({ n: 2 })
    await page.setProps({ n: 3 })
    waiting[0]?.(10)
    await new Promise((done) => setTimeout(done))
    expect(asked).toEqual([1, 3])
    waiting[1]?.(30)
    await new Promise((done) => setTimeout(done))
    expect([live.answer.value, live.pending.value]).toEqual([30, false])
  })
})

describe('pages of a long list', () => {
  it('are those that hold the rows in sight, but the first, which is there', () => {
    expect(laterPages(0, 0)).toEqual([])
    expect(laterPages(0, 59)).toEqual([])
    expect(laterPages(0, 60)).toEqual([60])
    expect(laterPages(59, 60)).toEqual([60])
    expect(laterPages(119, 180)).toEqual([60, 120, 180])
  })
})

describe('a layer under a button', () => {
  it('closes with Escape and goes back to its button', async () => {
    const page = defineComponent({
      setup: () => useLayer(),
      template:
        '<button ref="button" @click="open = !open">?</button><p ref="layer">{{ open }}</p>',
    })
    const layer = mount(page, { attachTo: document.body })
    const button = layer.get('button')
    await button.trigger('click')
    expect(layer.get('p').text()).toBe('true')
    window.dispatchEvent(new KeyboardEvent('keydown', { key: 'Escape' }))
    await nextTick()
    expect(layer.get('p').text()).toBe('false')
    expect(document.activeElement).toBe(button.element)
    layer.unmount()
  })
})
