<script setup lang="ts">
import { onKeyStroke, refDebounced } from '@vueuse/core'
import { ElMessage } from 'element-plus'
import { computed, h, shallowRef, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import { RouterLink, useRouter } from 'vue-router'

import { Refused, type Schemas, untold } from '@/api/client'
import {
  type Found,
  type Wish,
  useDraft,
  useHead,
  useObserve,
  useProfile,
  useSavePlan,
} from '@/api/queries'
import Choice from '@/parts/Choice.vue'
import Trouble from '@/parts/Trouble.vue'
import { summary } from '@/places/heads/summary'
import DaysAfter from './DaysAfter.vue'
import PlanBody from './PlanBody.vue'
import PlanTabs from './PlanTabs.vue'
import RoutineBar from './RoutineBar.vue'
import { changed, freshWish, useWish } from './wish'
import WishBar from './WishBar.vue'

const props = defineProps<{ head: number }>()
const { t } = useI18n()
const router = useRouter()

const head = useHead(() => props.head)
const profile = useProfile(() => props.head)
const observe = useObserve(() => props.head)
const wish = useWish(props.head)
const asked = refDebounced(wish, 40)
const missing = computed(() => profile.data.value?.missing ?? [])
const ready = computed(() => Boolean(profile.data.value) && missing.value.length === 0)
const draft = useDraft(() => asked.value, ready)
const save = useSavePlan()

/** When it begins: as planned, else at the next quarter of an hour. */
const QUARTER_MS = 15 * 60_000
const nextQuarter = new Date(Math.ceil(Date.now() / QUARTER_MS) * QUARTER_MS)
const begin = computed(() =>
  wish.value.planned_start ? new Date(wish.value.planned_start) : nextQuarter,
)

/** The last plan that could be computed stays in sight while a number is being mended. */
const good = shallowRef<Schemas['Draft']>()
watch(
  () => draft.data.value,
  (data) => {
    if (data) good.value = data
  },
  { immediate: true },
)
const answer = computed(() => good.value?.answer)
const problems = computed(() => {
  const error = save.error.value ?? draft.error.value
  return error instanceof Refused ? error.problems : []
})
const elsewhere = computed(() =>
  problems.value.filter(
    (one) =>
      !/^(goal\.(?!bands|coil)|room|dry_min|blot|now|planned_start|hair\.days)/.test(one.field),
  ),
)
const dryStep = computed(() => answer.value?.steps.find((one) => one.key === 'dry'))
const dryMin = computed(() => dryStep.value?.wait_min || dryStep.value?.hands_on_min)

function apply(fix: Schemas['Fix']) {
  const before: Wish = wish.value
  wish.value = changed(before, fix.change)
  const note = ElMessage({
    duration: 8000,
    showClose: true,
    message: h('span', [
      `${t('plan.applied', { what: fix.title })} `,
      h(
        'button',
        {
          class: 'act',
          onClick: () => {
            wish.value = before
            note.close()
          },
        },
        t('app.undo'),
      ),
    ]),
  })
}

/** A bottle by hand; nothing gives the choice back to what suits best. */
function chooseBottle(role: string, id: string | undefined) {
  const rest = Object.entries(wish.value.bottles ?? {}).filter(([one]) => one !== role)
  const chosen = id === undefined ? rest : [...rest, [role, id]]
  wish.value = { ...wish.value, bottles: Object.fromEntries(chosen) as Wish['bottles'] }
}

async function keep() {
  const plan = await save.mutateAsync(wish.value).catch(() => undefined)
  if (!plan) return
  wish.value = freshWish(props.head)
  await router.push(`/plans/${plan.id}`)
}

async function judge(word: string | undefined) {
  const seen: Found = { kind: 'density', value: word ?? '', method: 'by_eye' }
  if (word) await observe.mutateAsync([seen]).catch(() => undefined)
}

onKeyStroke('Enter', (event) => {
  if ((event.ctrlKey || event.metaKey) && ready.value) void keep()
})
</script>

<template>
  <Trouble v-if="head.error.value" :error="head.error.value" @retry="head.refetch()" />
  <template v-else-if="head.data.value && profile.data.value">
    <div class="top">
      <h1>
        <RouterLink :to="`/heads/${props.head}`">{{ head.data.value.name }}</RouterLink>
      </h1>
      <p class="hair">{{ summary(profile.data.value, t) }}</p>
      <span class="quiet state" role="status">
        {{ draft.isFetching.value ? t('plan.computing') : t('plan.draft') }}
        <template v-if="answer">
          · {{ t('plan.rules', { version: answer.rules_version }) }}</template
        >
      </span>
      <RouterLink class="act" :to="`/heads/${props.head}/ways`">{{ t('ways.open') }}</RouterLink>
      <button
        class="act main"
        type="button"
        :disabled="!answer || Boolean(draft.error.value) || save.isPending.value"
        @click="keep"
      >
        {{ t('plan.save') }}
      </button>
    </div>
    <PlanTabs :head="props.head" class="tabs" />
    <section v-if="missing.length" class="missing" role="note">
      <h2>{{ t('plan.missing') }}</h2>
      <p v-for="gap in missing" :key="gap.field">{{ gap.message }}</p>
      <div class="ways">
        <Choice
          v-if="missing.some((gap) => gap.field === 'density')"
          :label="`${t('plan.byEye')}…`"
          :model-value="''"
          :options="
            ['low', 'medium', 'high'].map((word) => ({ value: word, text: t(`hair.word.${word}`) }))
          "
          @update:model-value="judge"
        />
        <RouterLink class="act" :to="`/heads/${props.head}`">{{
          t('plan.measureFirst')
        }}</RouterLink>
        <span class="quiet">{{ t('plan.byEyeHint') }}</span>
      </div>
    </section>
    <WishBar
      v-model="wish"
      :problems="problems"
      :count="answer?.sections.length"
      :own-number="answer?.own_number"
      :release-h="answer?.drying.release_after_h"
      :dry-min="dryMin"
      :air="good?.request.room"
      :heat="good?.request.goal.max_heat"
      :wear="answer?.finished.wear_days"
      :rods="answer?.kit_needed.rods[0]?.diameter_mm"
    />
    <p v-for="one in elsewhere" :key="one.field" class="wrong" role="alert">{{ one.message }}</p>
    <Trouble
      v-if="draft.error.value && untold(draft.error.value)"
      :error="draft.error.value"
      @retry="draft.refetch()"
    />
    <Trouble
      v-if="save.error.value && untold(save.error.value)"
      :error="save.error.value"
      @retry="keep"
    />
    <div :class="{ old: draft.error.value }">
      <PlanBody
        v-if="answer && ready"
        :answer="answer"
        :begin="begin"
        :edits="wish.edits"
        :shelf="good?.request.shelf"
        :by-hand="wish.bottles"
        fixable
        @bottle="chooseBottle"
        @apply="apply"
        @edit="wish = { ...wish, edits: $event }"
      />
    </div>
    <RoutineBar v-if="ready" v-model="wish" />
    <DaysAfter v-if="ready && answer?.steps.length" :wish="asked" />
  </template>
  <p v-else class="quiet" role="status">{{ t('app.loading') }}</p>
</template>

<style scoped>
.top {
  display: flex;
  align-items: baseline;
  gap: 16px;
  margin-bottom: 4px;
}
h1 {
  white-space: nowrap;
}
h1 a {
  text-decoration: none;
}
.hair {
  color: var(--ink-2);
}
.state {
  margin-left: auto;
  white-space: nowrap;
}
.tabs {
  margin-bottom: 10px;
}
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
@media (max-width: 900px) {
  .state {
    display: none;
  }
  .top .act {
    margin-left: auto;
  }
}
.old {
  opacity: 0.45;
}
</style>
