<script setup lang="ts">
/** A product of a step: how much, in the unit of the hand, and what was really taken. */
import { computed, ref, watch } from 'vue'
import { useI18n } from 'vue-i18n'

import type { Reason } from '@/api/queries'
import Amount from '@/parts/Amount.vue'
import Choice from '@/parts/Choice.vue'
import ScalePanel from '@/parts/ScalePanel.vue'
import WhyList from '@/parts/WhyList.vue'

import { counted, figure, measure, unitName } from '@/text/measures'

import type { Chair } from '@/api/chairLog'

type Target = Chair['chair']['steps'][number]['targets'][number]

const props = defineProps<{
  target: Target
  /** Why so much. */
  reasons: Reason[]
  /** The section that is worked, where it is worked section by section. */
  section?: number
  /** What was noted so far [g]. */
  taken: number
  /** Sections that have their dose already. */
  notedFor: Set<number>
  /** Whether a bowl scale may be asked. */
  scale: boolean
}>()
const emit = defineEmits<{
  take: [
    dose: { grams: number; units?: number; side?: string; section?: number; sections?: number[] },
  ]
  leftover: [grams: number]
}>()
const { t } = useI18n()

const halves = computed(() => props.target.parts.some((part) => part.side))
const side = ref<string>()
/** A dose for all sections at once, though they are worked one by one. */
const whole = ref(false)
/** What is taken now: of a section, of several that share an amount, of a half, of the whole head. */
const part = computed(() =>
  whole.value
    ? undefined
    : props.target.parts.find((one) =>
        halves.value ? one.side === side.value : one.sections.includes(props.section ?? 0),
      ),
)
const shared = computed(() => (part.value?.sections.length ?? 0) > 1)
const goal = computed(() => part.value?.grams ?? props.target.grams)
const units = computed(() => (part.value ? part.value.units : props.target.units))
/** The sections that share an amount have it already. */
const had = computed(() => shared.value && props.notedFor.has(props.section ?? 0))
const sectionText = computed(() => {
  const sections = part.value?.sections ?? []
  return sections.length > 1
    ? t('chair.shared', { first: sections[0], last: sections.at(-1) })
    : t('chair.part', { n: props.section })
})
const place = computed(() => {
  if (part.value?.sections.length) return sectionText.value
  return part.value?.side ? t(`chair.sides.${part.value.side}`) : t('chair.whole_')
})
const sides = computed(() =>
  props.target.parts.flatMap((one) =>
    one.side ? [{ value: one.side as string, text: t(`chair.sides.${one.side}`) }] : [],
  ),
)

/** What a typed amount is for, where it is worked section by section. */
const scope = computed({
  get: () => (whole.value ? 'whole' : 'section'),
  set: (now) => (whole.value = now === 'whole'),
})
const scopes = computed(() =>
  !halves.value && props.section && props.target.parts.length
    ? [
        { value: 'section', text: sectionText.value },
        { value: 'whole', text: t('chair.whole_') },
      ]
    : [],
)

const grams = ref<number | null>(null)
const count = ref<number | null>(null)
watch([() => props.section, side, whole], () => (grams.value = count.value = null))
// The next section is one again.
watch(
  () => props.section,
  () => (whole.value = false),
)
watch(count, (now) => {
  if (now != null && props.target.unit_g)
    grams.value = Math.round(now * props.target.unit_g * 10) / 10
})
const open = ref(false)
const weighing = ref(false)
function take(value: number | null, counted?: number) {
  if (value == null) return
  const sections = part.value?.sections ?? []
  emit('take', {
    grams: value,
    ...(counted === undefined ? {} : { units: counted }),
    ...(side.value ? { side: side.value } : {}),
    ...(shared.value ? { sections } : sections.length ? { section: sections[0] } : {}),
  })
  grams.value = count.value = null
}
const rest = ref<number | null>(null)
function leave() {
  if (rest.value != null) emit('leftover', rest.value)
  rest.value = null
}
</script>

<template>
  <section class="dose" :aria-label="target.name">
    <div class="told">
      <div>
        <h3>
          <WhyList :reasons="reasons" :about="target.name">{{ target.name }}</WhyList>
        </h3>
        <p class="quiet">
          {{ place }}
          <template v-if="part">{{
            t('chair.of', { grams: measure(target.grams, 'g') })
          }}</template>
          <template v-if="taken">
            · {{ t('chair.taken', { grams: measure(taken, 'g') }) }}</template
          >
        </p>
      </div>
      <p class="amount">
        <b
          >{{ figure(goal, 'g') }}<small> {{ unitName('g') }}</small></b
        >
        <span v-if="units && target.unit">{{ counted(units, target.unit) }}</span>
      </p>
      <p v-if="had" class="quiet">{{ t('chair.had', { sections: sectionText }) }}</p>
      <button v-else class="act big" type="button" @click="take(goal, units ?? undefined)">
        {{ t('chair.asTold') }}
      </button>
      <button class="act big" type="button" :aria-expanded="open" @click="open = !open">
        {{ t('chair.other') }}
      </button>
    </div>
    <div v-if="open" class="beside">
      <Choice
        v-if="sides.length"
        v-model="side"
        :label="target.name"
        hide-label
        :options="sides"
        clearable
      />
      <Choice
        v-if="scopes.length"
        v-model="scope"
        :label="t('chair.doseFor', { name: target.name })"
        hide-label
        :options="scopes"
      />
      <Amount
        v-if="target.unit_g && target.unit"
        v-model="count"
        :label="t('chair.units')"
        :unit="target.unit"
        name="units"
        width="150px"
      />
      <Amount v-model="grams" :label="t('chair.grams')" unit="g" name="grams" width="104px" />
      <button
        class="act big"
        type="button"
        :disabled="grams == null"
        @click="take(grams, count ?? undefined)"
      >
        {{ t('chair.noteDose') }}
      </button>
      <button
        v-if="scale"
        class="act big"
        type="button"
        :aria-expanded="weighing"
        @click="weighing = !weighing"
      >
        {{ t('scale.title') }}
      </button>
      <form v-if="taken" class="beside" @submit.prevent="leave">
        <Amount
          v-model="rest"
          :label="t('chair.leftover')"
          unit="g"
          name="leftover"
          width="104px"
        />
        <button class="act big" type="submit" :disabled="rest == null">
          {{ t('chair.keep') }}
        </button>
      </form>
    </div>
    <ScalePanel
      v-if="open && weighing"
      :target="goal"
      :unit-g="target.unit_g"
      @take="(weighed) => take(weighed)"
    />
  </section>
</template>

<style scoped>
.dose {
  padding: 4px 0;
  border-top: 1px solid var(--line);
}
.told {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto auto auto;
  align-items: center;
  gap: 4px 14px;
}
h3 {
  margin: 0;
  font: 700 18px/1.15 var(--display);
}
.told p {
  margin: 0;
}
.amount {
  white-space: nowrap;
  display: flex;
  align-items: baseline;
  gap: 10px;
  font: 600 20px var(--display);
}
.amount b {
  font: 700 40px/1 var(--display);
}
.amount small {
  font-size: 20px;
}
.quiet {
  font-size: 15px;
}
@media (max-width: 860px) {
  .told {
    grid-template-columns: minmax(0, 1fr) auto;
  }
  .told .amount {
    justify-self: end;
  }
  .told .act {
    padding: 0 12px;
  }
}
</style>
