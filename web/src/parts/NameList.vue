<script setup lang="ts">
/** Names of ingredients a client is allergic to or avoids, with what each matches on the shelf. */
import { ElInputTag } from 'element-plus'
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'

import { useMay } from '@/api/staff'

import { useMatches } from '@/api/products'

import Field from './Field.vue'

defineProps<{ label: string; name?: string; hideLabel?: boolean }>()
const names = defineModel<string[]>({ required: true })
const { t } = useI18n()
const may = useMay()
/** What the shelf holds is for who works with it. */
const matched = computed(() => (may.value.read('shelf-matches') ? names.value : []))
const matches = useMatches(matched)
const lines = computed(() =>
  (matches.data.value ?? []).map(({ name, understood, bottles }) => {
    const held = bottles.map((bottle) =>
      t(bottle.sure ? 'person.holds' : 'person.mayHold', {
        bottle: bottle.name,
        ingredient: bottle.ingredient,
      }),
    )
    return {
      name,
      bad: !understood,
      text: understood ? held.join(', ') || t('person.onNothing') : t('person.notUnderstood'),
    }
  }),
)
</script>

<template>
  <Field v-slot="{ id }" :label :name :hide-label>
    <ElInputTag
      :id="id"
      v-model="names"
      :aria-label="label"
      :placeholder="t('person.listHint')"
      :delimiter="/[;\n]|,(?!\d)/"
      save-on-blur
    />
    <ul v-if="lines.length" class="matches" role="status">
      <li v-for="line in lines" :key="line.name" :class="{ wrong: line.bad }">
        <b>{{ line.name }}</b> {{ line.text }}
      </li>
    </ul>
  </Field>
</template>

<style scoped>
.matches {
  display: grid;
  gap: 2px;
  margin: 4px 0 0;
  padding: 0;
  list-style: none;
  font-size: 13px;
  color: var(--ink-2);
}
</style>
