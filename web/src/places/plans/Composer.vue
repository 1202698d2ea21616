<script setup lang="ts">
import { refDebounced } from '@vueuse/core'
import { computed, shallowRef, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import { RouterLink } from 'vue-router'

import { useStyles } from '@/api/styles'
import type { Schemas } from '@/api/client'
import { levelValues } from '@/api/generated'
import {
  type NewObservation,
  type Wish,
  useDraft,
  useObserve,
  useProfile,
  useRestyle,
} from '@/api/queries'
import { useMay } from '@/api/staff'
import { provideRefusal } from '@/forms/refusal'
import Await from '@/parts/Await.vue'
import LastRemarks from '@/parts/LastRemarks.vue'
import Choice from '@/parts/Choice.vue'
import Refusals from '@/parts/Refusals.vue'
import { undoNote } from '@/parts/undoNote'
import Suggestions from '@/places/results/Suggestions.vue'
import { summary } from '@/places/clients/summary'
import { anotherStyle } from '@/wish/choices'
import { useKeepPlan } from '@/wish/keepPlan'
import { patched, patchOf } from '@/wish/patch'
import { useWish } from '@/wish/useWish'

import DaysAfter from './DaysAfter.vue'
import PlanBody from './PlanBody.vue'
import PlanTop from './PlanTop.vue'
import RoutineBar from './RoutineBar.vue'
import WishBar from './WishBar.vue'

const props = defineProps<{ client: number }>()
const { t } = useI18n()
const styles = useStyles()

const may = useMay()
const profile = useProfile(() => props.client)
const observe = useObserve(() => props.client)
const desk = useWish(props.client)
const wish = desk.wish
const asked = refDebounced(wish, 40)
const missing = computed(() => profile.data.value?.missing ?? [])
// Asked for at once, beside the profile: hair that cannot be planned yet is the exception.
const ready = computed(() => missing.value.length === 0)
const draft = useDraft(() => asked.value, ready)
const restyling = useRestyle()
// While another style is fitted, what would be saved is still the style of before.
const canSave = computed(
  () =>
    Boolean(answer.value) &&
    ready.value &&
    !draft.error.value &&
    !restyling.isPending.value &&
    !save.isPending.value,
)
const { save, keep } = useKeepPlan(desk, () => canSave.value)
const refusal = provideRefusal(draft.error, save.error)

/** When it begins: as planned, else at the next quarter of an hour. */
const QUARTER_MS = 15 * 60_000
const nextQuarter = new Date(Math.ceil(Date.now() / QUARTER_MS) * QUARTER_MS)
const begin = computed(() =>
  wish.value.planned_start ? new Date(wish.value.planned_start) : nextQuarter,
)

/** The last plan that could be computed stays in sight while a number is being mended. */
const good = shallowRef<Schemas['DraftOfWish']>()
watch(
  () => draft.data.value,
  (data) => {
    if (data) good.value = data
  },
  { immediate: true },
)
const answer = computed(() => good.value?.answer)
const dryStep = computed(() => answer.value?.steps.find((step) => step.key === 'dry'))
const dryMin = computed(() => dryStep.value?.wait_min || dryStep.value?.hands_on_min)

function apply(fix: Schemas['Fix']) {
  const goal = fix.change['goal'] as Partial<Wish['goal']> | undefined
  if (goal?.style) return restyle(goal.style)
  desk.take(patchOf(fix.change))
  undoNote(t('plan.applied', { what: fix.title }), t('app.undo'), () => desk.undo())
}

/** What was suggested is done, and can be taken back like any change. */
function attempt(one: { title: string; change: unknown }) {
  desk.take(patchOf(one.change as Schemas['Fix']['change']))
  undoNote(t('plan.applied', { what: one.title }), t('app.undo'), () => desk.undo())
}

/** Another style: what still fits is kept, what is dropped is said, and one undo brings it back. */
let pendingStyle: Wish['goal']['style'] | undefined
async function restyle(style: Wish['goal']['style'] | undefined) {
  // Asked for twice before the answer came, it would be taken twice, and one undo not be enough.
  if (!style || style === wish.value.goal.style || style === pendingStyle) return
  pendingStyle = style
  const other = patched(wish.value, { goal: { style } })
  const fitting = await restyling.mutateAsync(other).catch(() => undefined)
  if (pendingStyle !== style) return
  pendingStyle = undefined
  // What cannot be pendingStyle goes the safe way: everything of the old style is left behind.
  desk.take(
    fitting ? { ...fitting.change, goal: { ...fitting.change.goal, style } } : anotherStyle(style),
  )
  if (!fitting?.dropped.length) return
  const what = fitting.dropped.join('; ')
  undoNote(t('plan.droppedBy', { style: styles.titleOf(style), what }), t('app.undo'), () =>
    desk.undo(),
  )
}

async function judge(word: string | undefined) {
  const density: NewObservation = { kind: 'density', value: word ?? '', method: 'by_eye' }
  if (word) await observe.mutateAsync([density]).catch(() => undefined)
}
</script>

<template>
  <Await
    v-slot="{ data }"
    :data="profile.data.value"
    :error="profile.error.value"
    @retry="profile.refetch()"
  >
    <PlanTop
      :client="props.client"
      :desk="desk"
      :about="summary(data, t)"
      stacked
      :state="draft.isFetching.value ? t('plan.computing') : t('plan.draft')"
    >
      <RouterLink class="act" :to="`/clients/${props.client}/ways`">{{
        t('ways.open')
      }}</RouterLink>
      <button
        v-if="may.write('plans')"
        class="act main"
        type="button"
        :disabled="!canSave"
        @click="keep"
      >
        {{ t('plan.save') }}
      </button>
    </PlanTop>
    <section v-if="missing.length" class="missing" role="note">
      <h2>{{ t('plan.missing') }}</h2>
      <p v-for="gap in missing" :key="gap.field">{{ gap.message }}</p>
      <div class="ways">
        <Choice
          v-if="missing.some((gap) => gap.field === 'density')"
          :label="`${t('plan.byEye')}…`"
          :model-value="''"
          :options="levelValues.map((word) => ({ value: word, text: t(`hair.word.${word}`) }))"
          @update:model-value="judge"
        />
        <RouterLink class="act" :to="`/clients/${props.client}`">{{
          t('plan.measureFirst')
        }}</RouterLink>
        <span class="quiet">{{ t('plan.byEyeHint') }}</span>
      </div>
    </section>
    <LastRemarks :client="props.client" />
    <WishBar
      :desk="desk"
      :dries="answer?.dries ?? true"
      :count="answer?.sections.length"
      :release-h="answer?.drying.release_after_h"
      :dry-min="dryMin"
      :air="good?.request?.room"
      :home="good?.request?.home"
      :opened="answer?.details?.find(({ detail }) => detail === 'opened')"
      :now="good?.request?.now"
      :heat="good?.request?.goal.max_heat"
      :definition="good?.request?.goal.definition"
      :wear="answer?.finished.wear_days"
      :rods="answer?.kit_needed.rods[0]?.diameter_mm"
      @style="restyle"
    />
    <Suggestions
      v-if="may.read('story') && (answer?.dries ?? true)"
      :client="props.client"
      planning
      @attempt="attempt"
    />
    <Refusals v-if="ready" :refusal="refusal" @retry="save.error.value ? keep() : draft.refetch()">
      <button
        v-if="draft.error.value && desk.canUndo.value"
        class="act warn"
        type="button"
        @click="desk.undo()"
      >
        {{ t('crown.takeBack') }}
      </button>
    </Refusals>
    <div :class="{ old: draft.error.value }">
      <PlanBody
        v-if="answer && ready"
        :answer="answer"
        :begin="begin"
        :edits="wish.edits"
        :shelf="good?.request?.shelf"
        :by-hand="wish.bottles"
        :composed="wish.layers ?? undefined"
        fixable
        @bottle="(role, id) => desk.patch({ bottles: { [role]: id ?? null } })"
        @layers="desk.patch({ layers: $event })"
        @apply="apply"
        @edit="desk.patch({ edits: $event })"
        @detail="desk.patch({ details: $event })"
      />
    </div>
    <RoutineBar v-if="ready" :desk="desk" />
    <DaysAfter
      v-if="ready && answer?.steps.length"
      :wish="asked"
      @looks="desk.patch({ goal: { looks: $event } })"
    />
  </Await>
</template>

<style scoped>
.missing {
  margin-bottom: 14px;
  padding: 12px 16px;
  border-left: 4px solid var(--caution);
  background: var(--caution-ground);
}
.ways {
  display: flex;
  flex-wrap: wrap;
  align-items: end;
  gap: 12px 20px;
  margin-top: 10px;
}
.old {
  opacity: 0.45;
}
</style>
