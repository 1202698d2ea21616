<script setup lang="ts">
/** The outbox: what goes to whom and when, what did not and why; and how it is worded. */
import { computed, ref } from 'vue'
import { useI18n } from 'vue-i18n'
import { RouterLink } from 'vue-router'

import { useMay } from '@/api/staff'
import { useMessage, useMessages, useWordings } from '@/api/wear'
import Await from '@/parts/Await.vue'
import Figures from '@/parts/Figures.vue'
import PageHead from '@/parts/PageHead.vue'
import { moment } from '@/text/format'

import WordingPart from './WordingPart.vue'

const PAGE = 60
const { t } = useI18n()
const may = useMay()
const offset = ref(0)
const messages = useMessages(offset)
const change = useMessage()
const wordings = useWordings()
const count = computed(() => messages.data.value?.count ?? 0)
</script>

<template>
  <PageHead :title="t('messages.title')" :about="t('messages.about')" />
  <div class="columns">
    <section>
      <Await
        v-slot="{ data }"
        :data="messages.data.value"
        :error="messages.error.value"
        :empty="messages.data.value && !count ? t('messages.none') : undefined"
        @retry="messages.refetch()"
      >
        <Figures>
          <thead>
            <tr>
              <th>{{ t('messages.to') }}</th>
              <th>{{ t('messages.says') }}</th>
              <th>{{ t('messages.state') }}</th>
              <th />
            </tr>
          </thead>
          <tbody>
            <tr v-for="one in data.results" :key="one.id">
              <td>
                <RouterLink :to="`/heads/${one.head}`">{{ one.head_name }}</RouterLink>
                <span class="quiet kind">{{ t(`messages.kinds.${one.kind}`) }}</span>
              </td>
              <td class="text">{{ one.text }}</td>
              <td>
                <b :class="one.state">{{ t(`messages.states.${one.state}`) }}</b>
                <span class="quiet when">{{
                  moment(one.sent_at ?? (one.state === 'waiting' ? one.next_try_at : one.due_at))
                }}</span>
                <span v-if="one.why" class="why">{{ one.why }}</span>
              </td>
              <td>
                <button
                  v-if="one.state === 'waiting'"
                  class="act"
                  type="button"
                  @click="change.mutate({ id: one.id, out: true })"
                >
                  {{ t('messages.drop') }}
                </button>
                <button
                  v-else-if="one.state !== 'sent'"
                  class="act"
                  type="button"
                  @click="change.mutate({ id: one.id, out: false })"
                >
                  {{ t('messages.again') }}
                </button>
              </td>
            </tr>
          </tbody>
        </Figures>
        <p v-if="count > PAGE" class="pages">
          <button class="act" type="button" :disabled="!offset" @click="offset -= PAGE">
            {{ t('heads.back') }}
          </button>
          <button
            class="act"
            type="button"
            :disabled="offset + PAGE >= count"
            @click="offset += PAGE"
          >
            {{ t('heads.more', { n: PAGE }) }}
          </button>
        </p>
      </Await>
    </section>
    <section>
      <h2 class="ruled">{{ t('messages.wording') }}</h2>
      <p class="quiet">{{ t('messages.words', { lb: '{', rb: '}' }) }}</p>
      <WordingPart
        v-for="one in wordings.data.value"
        :key="one.kind + one.text"
        :wording="one"
        :fixed="!may.write('wordings')"
      />
    </section>
  </div>
</template>

<style scoped>
.columns {
  display: grid;
  grid-template-columns: minmax(0, 1.7fr) minmax(0, 1fr);
  gap: 40px;
}
.kind,
.when,
.why {
  display: block;
}
.text {
  overflow-wrap: anywhere;
}
.failed,
.why {
  color: var(--caution);
}
.pages {
  display: flex;
  gap: 10px;
  margin-top: 10px;
}
@media (max-width: 960px) {
  .columns {
    grid-template-columns: minmax(0, 1fr);
    gap: 24px;
  }
}
</style>
