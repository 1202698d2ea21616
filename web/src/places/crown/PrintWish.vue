<script setup lang="ts">
/** The parting of the wish as it stands, on a page. */
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'

import { useLiveCrown, useLiveDraft } from '@/api/crown'
import { useHead, useProfile } from '@/api/queries'
import Problem from '@/parts/Problem.vue'
import PlanTop from '@/places/plans/PlanTop.vue'
import { useWish } from '@/wish/useWish'

import PrintSheet from './PrintSheet.vue'

const props = defineProps<{ head: number }>()
const { t } = useI18n()
const desk = useWish(props.head)
const wish = desk.wish
const head = useHead(() => props.head)
const profile = useProfile(() => props.head)
const ready = computed(() => profile.data.value?.missing.length === 0)
const draft = useLiveDraft(wish, ready)
const crown = useLiveCrown(wish, ready)
const answer = computed(() => draft.answer.value?.answer)
</script>

<template>
  <PlanTop :head="props.head" :desk="desk" />
  <p v-for="gap in profile.data.value?.missing ?? []" :key="gap.field" class="wrong">
    {{ gap.message }}
  </p>
  <Problem v-if="draft.error.value" :error="draft.error.value" @retry="draft.retry()" />
  <PrintSheet
    v-else-if="answer && head.data.value"
    :name="head.data.value.name"
    :title="answer.title"
    :answer="answer"
    :views="crown.answer.value?.views"
    :radius="crown.answer.value?.radius_cm"
  />
  <p v-else-if="ready" class="quiet" role="status">{{ t('app.loading') }}</p>
</template>
