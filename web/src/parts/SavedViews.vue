<script setup lang="ts">
/** Views of a list that somebody keeps by a name of their own; a view is its address. */
import { computed, ref } from 'vue'
import { useI18n } from 'vue-i18n'
import { useRoute, useRouter } from 'vue-router'

import { useKeepView, useRemoveView, useSavedViews } from '@/api/results'
import { provideRefusal } from '@/forms/refusal'
import Refusals from '@/parts/Refusals.vue'
import TextField from '@/parts/TextField.vue'

const props = defineProps<{ place: 'visits' | 'clients' }>()
const { t } = useI18n()
const route = useRoute()
const router = useRouter()
const views = useSavedViews(() => props.place)
const keep = useKeepView()
const remove = useRemoveView(() => props.place)
const refusal = provideRefusal(keep.error, remove.error)

/** What is asked of the list now. */
const query = computed(() => {
  const words = Object.entries(route.query).filter(
    ([name, value]) => name !== 'from' && typeof value === 'string',
  )
  return new URLSearchParams(words as [string, string][]).toString()
})
const here = computed(() => views.data.value?.find((view) => view.query === query.value))
const go = (to: string) =>
  router.replace({ query: Object.fromEntries(new URLSearchParams(to).entries()) })
const name = ref('')
const naming = ref(false)
async function save() {
  const values = { place: props.place, name: name.value.trim(), query: query.value }
  if (await keep.mutateAsync(values).catch(() => undefined)) {
    name.value = ''
    naming.value = false
  }
}
</script>

<template>
  <Refusals :refusal="refusal" />
  <div class="beside views">
    <button
      v-for="view in views.data.value"
      :key="view.id"
      class="act"
      :class="{ main: view.id === here?.id }"
      type="button"
      :aria-pressed="view.id === here?.id"
      @click="go(view.query)"
    >
      {{ view.name }}
    </button>
    <button v-if="here" class="plain quiet" type="button" @click="remove.mutate(here.id)">
      {{ t('views.remove', { name: here.name }) }}
    </button>
    <form v-else-if="naming && query" class="beside" @submit.prevent="save">
      <TextField v-model="name" :label="t('views.name')" name="name" :maxlength="60" />
      <button class="act" type="submit" :disabled="!name.trim()">{{ t('views.keep') }}</button>
    </form>
    <button v-else-if="query" class="plain quiet" type="button" @click="naming = true">
      {{ t('views.begin') }}
    </button>
  </div>
</template>

<style scoped>
.views {
  min-height: 44px;
}
/* Nothing to choose or to keep takes no place beside something else. */
.views:empty {
  display: none;
}
.plain {
  min-height: 44px;
  text-decoration: underline;
}
</style>
