<script setup lang="ts">
/** The crown map as an instrument: part the client, and see at once what it does. */
import { onKeyStroke, refDebounced, useLocalStorage } from '@vueuse/core'
import { computed, ref, shallowRef, watch } from 'vue'
import { useI18n } from 'vue-i18n'

import { useLiveCrown, useLiveDraft, useLiveDrying } from '@/api/crown'
import type { PlanAnswer, Wish } from '@/api/queries'
import { useReady } from '@/api/queries'
import { provideRefusal } from '@/forms/refusal'
import CrownMap from '@/parts/CrownMap.vue'
import type { Point } from '@/parts/crownPaths'
import HeadView from '@/parts/HeadView.vue'
import WhyList from '@/parts/WhyList.vue'
import WishView from '@/places/plans/WishView.vue'
import { percent, short } from '@/text/format'
import { figure, unitName } from '@/text/measures'
import { useWish } from '@/wish/useWish'

import Effect from './Effect.vue'
import { useParting } from './parting'
import PartingBar from './PartingBar.vue'
import SectionPanel from './SectionPanel.vue'

type Tint = 'none' | 'grams' | 'minutes' | 'dryness' | 'done'

const props = defineProps<{ client: number }>()
const { t } = useI18n()
const desk = useWish(props.client)
const wish = desk.wish
const ready = useReady(() => props.client)
const draft = useLiveDraft(wish, ready)
/** The other views follow once the map itself has come to rest. */
const REST_MS = 120
const answered = shallowRef<Wish>()
watch(draft.answer, () => (answered.value = wish.value))
const rested = refDebounced(answered, REST_MS)
const settled = shallowRef<Wish>()
watch(rested, (now) => {
  if (!draft.pending.value) settled.value = now
})
const crown = useLiveCrown(
  () => settled.value ?? wish.value,
  () => ready.value && settled.value !== undefined,
)
const hands = useParting(desk)
const refusal = provideRefusal(draft.error)

const planned = computed(() => draft.answer.value?.answer)
/** The plan when the page was opened, to tell what has changed since. */
const before = shallowRef<PlanAnswer>()
watch(planned, (now) => (before.value ??= now), { immediate: true })

const section = ref(1)
watch(planned, (now) => {
  if (now) section.value = Math.min(section.value, now.sections.length)
})
const shown = computed(() => planned.value?.sections[section.value - 1])
const alike = ref(true)
const merging = ref<string>()
const tint = ref<Tint>('none')
const done = useLocalStorage<string[]>(`gauffer:done:${props.client}`, [])
const doneNumbers = computed(() =>
  (planned.value?.sections ?? [])
    .filter((section) => done.value.includes(section.key ?? ''))
    .map((section) => section.number),
)

const drying = useLiveDrying(wish, () => ready.value && tint.value === 'dryness')
/** What each section is tinted by. */
const values = computed<number[] | undefined>(() => {
  const sections = planned.value?.sections ?? []
  if (tint.value === 'grams') return sections.map((section) => section.grams)
  if (tint.value === 'minutes') return sections.map((section) => section.minutes ?? 0)
  const map = drying.answer.value?.over_time
  if (tint.value === 'dryness' && map) {
    const release = planned.value?.drying.release_after_h ?? 0
    const step = map.hours.findIndex((hour) => hour >= release)
    return map.curve_of.map((curve) => map.curves[curve]?.at(step) ?? 0)
  }
  return undefined
})
const DARKEST = 0.5
const bounds = computed(() => {
  const all = values.value ?? []
  return { low: Math.min(...all), high: Math.max(...all) }
})
const shades = computed(() => {
  const { low, high } = bounds.value
  if (tint.value === 'dryness') return values.value?.map((value) => (1 - value) * DARKEST)
  const range = high - low
  // What differs by less than a thousandth is the same.
  return values.value?.map((value) =>
    range < high / 1000 ? DARKEST / 2 : ((value - low) / range) * DARKEST,
  )
})
const legend = computed(() => {
  if (!values.value?.length) return ''
  const { low, high } = bounds.value
  if (tint.value === 'dryness')
    return `${t('crown.drynessAt')}: ${span(percent(low), percent(high))}`
  if (tint.value === 'grams') return `${span(figure(low, 'g'), figure(high, 'g'))} ${unitName('g')}`
  return `${span(short(low), short(high))} ${t('plan.minutesUnit')}`
})
const span = (low: string, high: string) => (low === high ? low : t('crown.legend', { low, high }))

function pick(number: number) {
  const chosen = planned.value?.sections[number - 1]
  if (merging.value && chosen?.key && chosen.key !== merging.value) {
    hands.add({ op: 'merge', key: merging.value, other: chosen.key, alike: false })
    merging.value = undefined
    return
  }
  if (tint.value === 'done' && chosen?.key) tick(chosen.key)
}
function tick(key: string) {
  done.value = done.value.includes(key)
    ? done.value.filter((other) => other !== key)
    : [...done.value, key]
}

onKeyStroke('Escape', () => (merging.value = undefined))
</script>

<template>
  <WishView
    v-slot="{ data: answer }"
    :client="props.client"
    :desk="desk"
    :data="planned"
    :refusal="refusal"
    :refused="Boolean(draft.error.value)"
    :pending="draft.pending.value"
    @retry="draft.retry()"
  >
    <PartingBar :answer="answer" :desk="desk" :hands="hands" />
    <Effect v-if="before" :now="answer" :before="before" />
    <div class="table">
      <section class="map">
        <div class="bar">
          <fieldset class="tint">
            <legend class="sr">{{ t('crown.tint') }}</legend>
            <span class="quiet" aria-hidden="true">{{ t('crown.tint') }}</span>
            <label
              v-for="choice in ['none', 'grams', 'minutes', 'dryness', 'done'] as Tint[]"
              :key="choice"
            >
              <input v-model="tint" type="radio" name="tint" :value="choice" class="sr" />
              <span>{{ t(`crown.tints.${choice}`) }}</span>
            </label>
          </fieldset>
          <span v-if="tint === 'done'" class="quiet">
            {{ t('crown.doneOf', { n: doneNumbers.length, of: answer.sections.length }) }}
          </span>
          <span v-else-if="legend" class="quiet scale"
            ><i :class="{ back: tint === 'dryness' }" aria-hidden="true" /> {{ legend }}</span
          >
        </div>
        <CrownMap
          v-model="section"
          class="crown"
          large
          editable
          :sections="answer.sections"
          :hairline="answer.hairline as Point[]"
          :lines="answer.lines ?? []"
          :shades="shades"
          :done="tint === 'done' ? doneNumbers : undefined"
          @pick="pick"
          @move="(line, at) => hands.move(line, at, alike)"
          @moved="hands.moved()"
        />
        <p class="quiet hint">
          <strong v-if="merging">{{ t('crown.merging') }}</strong>
          <template v-else>{{ t('crown.lineHint') }}</template>
          {{ ' '
          }}<template v-if="answer.lines?.some((line) => line.doubles)">
            {{ t('crown.doubles') }}</template
          >
        </p>
      </section>
      <section class="views">
        <div v-for="side in ['back', 'left', 'right'] as const" :key="side">
          <h2>{{ t(`crown.views.${side}`) }}</h2>
          <HeadView
            v-if="crown.answer.value"
            :views="crown.answer.value.views"
            :radius="crown.answer.value.radius_cm"
            :side="side"
            :picked="section"
            :shades="shades"
            @pick="((section = $event), pick($event))"
          />
        </div>
      </section>
      <aside>
        <SectionPanel
          v-if="shown"
          v-model:alike="alike"
          :section="shown"
          :of="answer.sections.length"
          :merging="merging === shown.key"
          :done="done.includes(shown.key ?? '')"
          :ticking="tint === 'done'"
          :reasons="answer.section_reasons ?? []"
          @change="hands.add"
          @merge="merging = merging ? undefined : shown.key"
          @tick="tick(shown.key ?? '')"
        />
        <div v-if="answer.set_details?.length" class="set">
          <h2>
            {{ t('crown.set') }}
            <WhyList :reasons="answer.set_reasons ?? []" :about="t('crown.set')" />
          </h2>
          <p v-for="line in answer.set_details" :key="line">{{ line }}</p>
        </div>
        <button
          v-if="hands.changes.value.length"
          class="act warn"
          type="button"
          @click="hands.renew({})"
        >
          {{ t('crown.reset') }}
        </button>
      </aside>
    </div>
  </WishView>
</template>

<style scoped>
.table {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 134px 340px;
  gap: 20px;
  margin-top: 6px;
}
.bar {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 4px 18px;
  min-height: 34px;
}
.tint {
  display: flex;
  align-items: center;
  gap: 4px;
  margin: 0;
  padding: 0;
  border: 0;
}
.tint label span {
  display: grid;
  place-items: center;
  min-height: 32px;
  padding: 0 8px;
  color: var(--ink-2);
  font-weight: 600;
  font-size: 14px;
  cursor: pointer;
}
.tint input:checked + span {
  color: var(--ink);
  box-shadow: 0 2px 0 var(--ink);
}
.tint label:focus-within {
  outline: 3px solid var(--ink);
}
.scale i {
  display: inline-block;
  width: 60px;
  height: 10px;
  margin-right: 6px;
  background: linear-gradient(to right, var(--paper), var(--water));
  border: 1px solid var(--line-strong);
  vertical-align: -1px;
}
.scale i.back {
  background: linear-gradient(to left, var(--paper), var(--water));
}
.crown {
  margin-top: 4px;
}
.crown :deep(svg) {
  height: min(590px, calc(100vh - 330px));
  min-height: 380px;
}
.hint {
  margin-top: 6px;
}
.views {
  display: grid;
  align-content: start;
  gap: 8px;
}
.views h2 {
  margin-bottom: 2px;
  font-size: 13px;
}
aside {
  display: grid;
  align-content: start;
  gap: 16px;
}
.set p {
  font-size: 14px;
}
@media (max-width: 1100px) {
  .table {
    grid-template-columns: minmax(0, 1fr) 320px;
  }
  .views {
    grid-column: 1 / -1;
    grid-row: 2;
    grid-template-columns: repeat(3, 1fr);
  }
}
@media (max-width: 760px) {
  .table {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
