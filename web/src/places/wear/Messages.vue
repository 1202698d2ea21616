<script setup lang="ts">
/** The outbox: what goes to whom and when, what did not and why; and how it is worded. */
import { useI18n } from 'vue-i18n'
import { RouterLink } from 'vue-router'

import { useMay } from '@/api/staff'
import { messagePages, useGateway, useMessage, useWordings } from '@/api/wear'
import LongTable from '@/parts/LongTable.vue'
import PageHeader from '@/parts/PageHeader.vue'
import { moment } from '@/text/format'

import WordingPart from './WordingPart.vue'

const { t } = useI18n()
const may = useMay()
const change = useMessage()
const wordings = useWordings()
const gateway = useGateway()
</script>

<template>
  <PageHeader :title="t('messages.title')" :about="t('messages.about')" />
  <p v-if="gateway.data.value && !gateway.data.value.name" class="stand-in" role="status">
    {{ t('messages.noGateway') }}
  </p>
  <p v-else-if="gateway.data.value?.simulated" class="stand-in" role="status">
    {{ t('messages.standIn') }}
  </p>
  <div class="columns">
    <section>
      <LongTable :pages="messagePages" :empty="t('messages.none')" class="messages">
        <template #client>
          <th class="to">{{ t('messages.to') }}</th>
          <th>{{ t('messages.says') }}</th>
          <th class="state">{{ t('messages.state') }}</th>
          <th class="doing" />
        </template>
        <template #row="{ row: message }">
          <td>
            <RouterLink :to="`/clients/${message.client}`">{{ message.client_name }}</RouterLink>
            <span class="quiet kind">{{ t(`messages.kinds.${message.kind}`) }}</span>
          </td>
          <td class="text">{{ message.text }}</td>
          <td>
            <b :class="message.state">{{ t(`messages.states.${message.state}`) }}</b>
            <span class="quiet when">{{
              moment(
                message.sent_at ??
                  (message.state === 'waiting' ? message.next_try_at : message.due_at),
              )
            }}</span>
            <span v-if="message.why" class="why">{{ message.why }}</span>
          </td>
          <td>
            <button
              v-if="message.state === 'waiting'"
              class="act"
              type="button"
              @click="change.mutate({ id: message.id, out: true })"
            >
              {{ t('messages.drop') }}
            </button>
            <button
              v-else-if="message.state !== 'sent'"
              class="act"
              type="button"
              @click="change.mutate({ id: message.id, out: false })"
            >
              {{ t('messages.again') }}
            </button>
          </td>
        </template>
      </LongTable>
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
.stand-in {
  margin-bottom: 14px;
  padding: 8px 12px;
  border-left: 4px solid var(--ink);
  background: var(--remind-ground);
}
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
th.to {
  width: 22%;
}
th.state {
  width: 24%;
}
th.doing {
  width: 116px;
}
@media (max-width: 960px) {
  .columns {
    grid-template-columns: minmax(0, 1fr);
    gap: 24px;
  }
}
</style>
