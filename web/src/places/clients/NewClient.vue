<script setup lang="ts">
import { onKeyStroke, useLocalStorage } from '@vueuse/core'
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import { RouterLink, useRouter } from 'vue-router'

import { Refused } from '@/api/client'
import { useAddClient } from '@/api/queries'
import { provideRefusal } from '@/forms/refusal'
import PageHeader from '@/parts/PageHeader.vue'
import Refusals from '@/parts/Refusals.vue'
import TextField from '@/parts/TextField.vue'

import HairFields from './HairFields.vue'
import { observationsOf, type Typed } from './observing'

const { t } = useI18n()
const router = useRouter()
const add = useAddClient()

const empty = () => ({ name: '', note: '', hair: {} as Typed })
const draft = useLocalStorage('gauffer:new-head', empty())
const refusal = provideRefusal(add.error)

/** A client of that name is there already: asked once whether this is another. */
const question = computed(() => {
  const error = add.error.value
  return error instanceof Refused ? error.problems.find((problem) => problem.ask) : undefined
})

async function save(sure = false) {
  const { name, note, hair } = draft.value
  const client = await add
    .mutateAsync({ name, note, observations: observationsOf(hair), sure })
    .catch(() => undefined)
  if (!client) return
  draft.value = empty()
  await router.push(`/clients/${client.id}`)
}

onKeyStroke('Enter', (event) => {
  if (event.ctrlKey || event.metaKey) void save()
})
</script>

<template>
  <PageHeader :title="t('newClient.title')" />
  <form novalidate @submit.prevent="save()">
    <TextField
      v-model="draft.name"
      :label="t('newClient.name')"
      class="name"
      name="name"
      :maxlength="120"
      autofocus
    />
    <TextField
      v-model="draft.note"
      :label="t('newClient.note')"
      name="note"
      :maxlength="2000"
      :rows="2"
    />
    <section>
      <h2>{{ t('newClient.hair') }}</h2>
      <p class="quiet hint">{{ t('newClient.hairHint') }}</p>
      <HairFields v-model="draft.hair" />
    </section>
    <p v-if="question" class="question" role="alert">
      {{ question.message }}
      <button class="act" type="button" @click="save(true)">{{ t('newClient.another') }}</button>
    </p>
    <Refusals v-else :refusal="refusal" @retry="save()" />
    <div class="end">
      <button class="act main" type="submit" :disabled="add.isPending.value">
        {{ t('newClient.save') }}
      </button>
      <RouterLink class="act" to="/clients">{{ t('app.cancel') }}</RouterLink>
      <span class="quiet">{{ t('newClient.kept') }}</span>
    </div>
  </form>
</template>

<style scoped>
form {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 18px;
  max-width: 1000px;
  margin-top: 16px;
}
.name {
  max-width: 420px;
}
.question {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px 14px;
  padding: 8px 12px;
  border-left: 4px solid var(--ink);
  background: var(--remind-ground);
}
.hint {
  margin: 2px 0 12px;
}
.end {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 12px;
}
</style>
