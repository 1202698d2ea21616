<script setup lang="ts">
/** What to try next time, with its evidence: taken, or dismissed with a reason. */
import { reactive } from 'vue'
import { useI18n } from 'vue-i18n'
import { RouterLink } from 'vue-router'

import { type Story, useAnswerSuggestion, useStory } from '@/api/results'
import { provideRefusal } from '@/forms/refusal'
import Refusals from '@/parts/Refusals.vue'
import TextField from '@/parts/TextField.vue'

type Suggestion = Story['suggestions'][number]
type Attempt = Suggestion['attempts'][number]
const props = defineProps<{
  client: number
  /** A plan is being made: each way to do it is a button. */
  planning?: boolean
}>()
const emit = defineEmits<{ attempt: [attempt: Attempt] }>()
const { t } = useI18n()
const story = useStory(() => props.client)
const answer = useAnswerSuggestion(() => props.client)
const refusal = provideRefusal(answer.error)
const reasons = reactive<Record<string, string>>({})
const asked = reactive(new Set<string>())

const take = (row: Suggestion) => answer.mutate({ key: row.key, taken: true })
function attempt(row: Suggestion, one: Attempt) {
  take(row)
  emit('attempt', one)
}
const dismiss = (row: Suggestion) =>
  answer.mutate({ key: row.key, taken: false, reason: reasons[row.key] ?? '' })
</script>

<template>
  <section v-if="story.data.value?.suggestions.length" :aria-label="t('story.next')">
    <Refusals :refusal="refusal" />
    <div v-for="row in story.data.value.suggestions" :key="row.key" class="suggestion">
      <p>
        {{ row.text }}
        <RouterLink v-for="(visit, at) in row.visits" :key="visit" :to="`/visits/${visit}`">{{
          t('story.evidence', { n: at + 1 })
        }}</RouterLink>
      </p>
      <div class="beside">
        <template v-if="planning">
          <button
            v-for="one in row.attempts"
            :key="one.title"
            class="act"
            type="button"
            @click="attempt(row, one)"
          >
            {{ one.title }}
          </button>
        </template>
        <button
          v-if="!planning || !row.attempts.length"
          class="act main"
          type="button"
          @click="take(row)"
        >
          {{ t('story.take') }}
        </button>
        <template v-if="asked.has(row.key)">
          <TextField
            v-model="reasons[row.key]"
            :label="t('story.why')"
            name="reason"
            :maxlength="300"
          />
          <button
            class="act"
            type="button"
            :disabled="!reasons[row.key]?.trim()"
            @click="dismiss(row)"
          >
            {{ t('story.dismiss') }}
          </button>
        </template>
        <button v-else class="plain quiet" type="button" @click="asked.add(row.key)">
          {{ t('story.notThis') }}
        </button>
      </div>
    </div>
  </section>
</template>

<style scoped>
section {
  margin: 10px 0 14px;
}
.suggestion {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px 24px;
  padding: 10px 14px;
  border-left: 6px solid var(--signal);
  background: var(--paper);
}
.suggestion + .suggestion {
  margin-top: 8px;
}
.suggestion p {
  flex: 1 1 360px;
  margin: 0;
}
.suggestion a {
  margin-left: 8px;
}
.plain {
  min-height: 44px;
  text-decoration: underline;
}
</style>
