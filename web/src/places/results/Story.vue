<script setup lang="ts">
/** A client's story: what to try next time, then what changed from visit to visit. */
import { useI18n } from 'vue-i18n'
import { RouterLink } from 'vue-router'

import { useStory } from '@/api/results'
import { useClient } from '@/api/queries'
import Await from '@/parts/Await.vue'
import PageHeader from '@/parts/PageHeader.vue'
import { day } from '@/text/format'

import SimilarClients from './SimilarClients.vue'
import Suggestions from './Suggestions.vue'

const props = defineProps<{ client: number }>()
const { t } = useI18n()
const client = useClient(() => props.client)
const story = useStory(() => props.client)
</script>

<template>
  <PageHeader
    :title="client.data.value?.name ?? ''"
    :to="`/clients/${props.client}`"
    :about="t('story.title')"
  >
    <RouterLink class="act" :to="`/clients/${props.client}/two-visits`">{{
      t('two.open')
    }}</RouterLink>
  </PageHeader>
  <Await
    v-slot="{ data }"
    :data="story.data.value"
    :error="story.error.value"
    :empty="story.data.value && story.data.value.visits < 2 ? t('story.empty') : undefined"
    @retry="story.refetch()"
  >
    <Suggestions :client="props.client" />
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
          <RouterLink
            :to="`/clients/${props.client}/two-visits?first=${row.first}&second=${row.second}`"
            >{{ day(row.at) }}</RouterLink
          >
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
    <SimilarClients :client="props.client" class="like" />
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
.like {
  max-width: none;
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
