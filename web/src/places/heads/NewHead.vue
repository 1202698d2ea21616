<script setup lang="ts">
import { onKeyStroke, useLocalStorage } from '@vueuse/core'
import { ElInput } from 'element-plus'
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import { RouterLink, useRouter } from 'vue-router'

import { Refused, untold } from '@/api/client'
import { useAddHead } from '@/api/queries'
import Trouble from '@/parts/Trouble.vue'

import HairFields from './HairFields.vue'
import { found, type Typed } from './observing'

const { t } = useI18n()
const router = useRouter()
const add = useAddHead()

const empty = () => ({ name: '', note: '', hair: {} as Typed })
const draft = useLocalStorage('gauffer:new-head', empty())
const problems = computed(() =>
  add.error.value instanceof Refused ? add.error.value.problems : [],
)
const wrong = (field: string) => problems.value.find((one) => one.field === field)?.message

async function save() {
  const { name, note, hair } = draft.value
  const head = await add
    .mutateAsync({ name, note, observations: found(hair) })
    .catch(() => undefined)
  if (!head) return
  draft.value = empty()
  await router.push(`/heads/${head.id}`)
}

onKeyStroke('Enter', (event) => {
  if (event.ctrlKey || event.metaKey) void save()
})
</script>

<template>
  <h1>{{ t('newHead.title') }}</h1>
  <form novalidate @submit.prevent="save">
    <div class="field name">
      <label for="name">{{ t('newHead.name') }}</label>
      <ElInput
        id="name"
        v-model="draft.name"
        maxlength="120"
        autocomplete="off"
        autofocus
        :aria-invalid="Boolean(wrong('name'))"
      />
      <span v-if="wrong('name')" class="wrong" role="alert">{{ wrong('name') }}</span>
    </div>
    <div class="field">
      <label for="note">{{ t('newHead.note') }}</label>
      <ElInput id="note" v-model="draft.note" type="textarea" :rows="2" maxlength="2000" />
    </div>
    <section>
      <h2>{{ t('newHead.hair') }}</h2>
      <p class="quiet hint">{{ t('newHead.hairHint') }}</p>
      <HairFields v-model="draft.hair" :problems="problems" />
    </section>
    <Trouble
      v-if="add.error.value && untold(add.error.value)"
      :error="add.error.value"
      @retry="save"
    />
    <div class="end">
      <button class="act main" type="submit" :disabled="add.isPending.value">
        {{ t('newHead.save') }}
      </button>
      <RouterLink class="act" to="/heads">{{ t('app.cancel') }}</RouterLink>
      <span class="quiet">{{ t('newHead.kept') }}</span>
    </div>
  </form>
</template>

<style scoped>
form {
  display: grid;
  gap: 18px;
  max-width: 1000px;
  margin-top: 16px;
}
.name {
  max-width: 420px;
}
.hint {
  margin: 2px 0 12px;
}
.end {
  display: flex;
  align-items: center;
  gap: 12px;
}
</style>
