<script setup lang="ts">
/** A head's story: what to try next time, then what changed from visit to visit. */
import { reactive } from 'vue'
import { useI18n } from 'vue-i18n'
import { RouterLink } from 'vue-router'

import { useAnswerSuggestion, useStory } from '@/api/findings'
import { useHead } from '@/api/queries'
import { provideRefusal } from '@/forms/refusal'
import Await from '@/parts/Await.vue'
import PageHead from '@/parts/PageHead.vue'
import Refusals from '@/parts/Refusals.vue'
import TextField from '@/parts/TextField.vue'
import { day } from '@/text/format'

const props = defineProps<{ head: number }>()
const { t } = useI18n()
const head = useHead(() => props.head)
const story = useStory(() => props.head)
const answer = useAnswerSuggestion(() => props.head)
const refusal = provideRefusal(answer.error)
const reasons = reactive<Record<string, string>>({})
type Key = NonNullable<typeof story.data.value>['suggestions'][number]['key']
const take = (key: Key) => answer.mutate({ key, taken: true })
const dismiss = (key: Key) => answer.mutate({ key, taken: false, reason: reasons[key] ?? '' })
</script>

<template>
  <PageHead
    :title="head.data.value?.name ?? ''"
    :to="`/heads/${props.head}`"
    :about="t('story.title')"
  />
  <Await
    v-slot="{ data }"
    :data="story.data.value"
    :error="story.error.value"
    :empty="story.data.value && story.data.value.visits < 2 ? t('story.empty') : undefined"
    @retry="story.refetch()"
  >
    <Refusals :refusal="refusal" />
    <section v-if="data.suggestions.length">
      <h2>{{ t('story.next') }}</h2>
      <div v-for="row in data.suggestions" :key="row.key" class="suggestion">
        <p>
          {{ row.text }}
          <RouterLink v-for="(visit, at) in row.visits" :key="visit" :to="`/visits/${visit}`">{{
            t('story.evidence', { n: at + 1 })
          }}</RouterLink>
        </p>
        <div class="beside">
          <button class="act main" type="button" @click="take(row.key)">
            {{ t('story.take') }}
          </button>
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
            @click="dismiss(row.key)"
          >
            {{ t('story.dismiss') }}
          </button>
        </div>
      </div>
    </section>
    <section v-if="data.answers.length">
      <h2>{{ t('story.answered') }}</h2>
      <p v-for="row in data.answers" :key="row.at">
        {{ day(row.at) }}: {{ t(`story.keys.${row.key}`) }},
        {{ row.taken ? t('story.taken') : t('story.dismissed', { why: row.reason }) }}
        <span class="quiet">{{
          row.since ? t('story.since', { n: row.since, again: row.again }) : t('story.notYet')
        }}</span>
      </p>
    </section>
    <section>
      <h2>{{ t('story.changed') }}</h2>
      <ol class="chapters">
        <li v-for="row in data.chapters" :key="row.second">
          <RouterLink :to="`/visits/${row.second}`">{{ day(row.at) }}</RouterLink>
          <p v-if="row.changes.length" class="said">{{ row.text }}</p>
          <template v-else>
            <p class="quiet">{{ t('story.same') }}</p>
            <p>
              <span v-for="change in row.results" :key="change.what" class="change">
                {{ change.what }} <b>{{ change.before }} → {{ change.after }}</b>
              </span>
              <span v-if="!row.results.length" class="quiet">{{ t('story.cameSame') }}</span>
            </p>
          </template>
        </li>
      </ol>
    </section>
  </Await>
</template>

<style scoped>
section {
  margin-bottom: 22px;
  max-width: 980px;
}
h2 {
  margin: 0 0 6px;
  font: 700 20px var(--display);
}
.suggestion {
  padding: 12px 14px;
  border-left: 6px solid var(--signal);
  background: var(--paper);
}
.suggestion + .suggestion {
  margin-top: 8px;
}
.suggestion p {
  margin: 0 0 8px;
}
.suggestion a {
  margin-left: 8px;
}
.chapters {
  margin: 0;
  padding: 0;
  list-style: none;
}
.chapters li {
  display: grid;
  grid-template-columns: 110px 190px minmax(0, 1fr);
  gap: 4px 18px;
  padding: 8px 0;
  border-bottom: 1px solid var(--line);
}
.chapters p {
  margin: 0;
}
.said {
  grid-column: 2 / -1;
}
.change {
  display: inline-block;
  margin-right: 14px;
}
@media (max-width: 700px) {
  .chapters li {
    grid-template-columns: minmax(0, 1fr);
  }
  .said {
    grid-column: 1;
  }
}
</style>
