<script setup lang="ts">
/** What is put ready before the service begins, ticked off; what is short is said. */
import { useLocalStorage } from '@vueuse/core'
import { useI18n } from 'vue-i18n'

import type { Chair } from '@/api/chairLog'
import { counted, measure } from '@/text/measures'

type Item = Chair['chair']['lay_out'] extends (infer One)[] | undefined ? One : never

const props = defineProps<{ visit: number; items: Item[] }>()
const { t } = useI18n()
const ready = useLocalStorage<string[]>(() => `laid out ${props.visit}`, [])

function tick(key: string) {
  ready.value = ready.value.includes(key)
    ? ready.value.filter((one) => one !== key)
    : [...ready.value, key]
}
const amount = ({ grams, units, unit }: Item) =>
  [units && unit ? counted(units, unit) : '', grams ? measure(grams, 'g') : '']
    .filter(Boolean)
    .join(' · ')
</script>

<template>
  <section :aria-label="t('chair.layOut.title')">
    <h3>
      {{ t('chair.layOut.title') }}
      <span class="quiet">{{
        t('chair.layOut.ready', {
          n: items.filter(({ key }) => ready.includes(key)).length,
          all: items.length,
        })
      }}</span>
    </h3>
    <ul>
      <li v-for="item in items" :key="item.key" :class="{ ready: ready.includes(item.key) }">
        <label>
          <input type="checkbox" :checked="ready.includes(item.key)" @change="tick(item.key)" />
          <span class="what">
            {{ item.text }}
            <span v-if="amount(item)" class="quiet">{{ amount(item) }}</span>
          </span>
        </label>
        <p v-if="item.short" class="short">
          {{ item.short }}
          <template v-if="item.instead">
            · {{ t('chair.layOut.instead', { what: item.instead }) }}
          </template>
        </p>
      </li>
    </ul>
  </section>
</template>

<style scoped>
section {
  padding: 10px 14px;
  background: var(--paper);
}
h3 {
  display: flex;
  flex-wrap: wrap;
  align-items: baseline;
  gap: 4px 12px;
  margin: 0 0 4px;
  font: 700 18px var(--display);
}
ul {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(250px, 1fr));
  gap: 0 18px;
  margin: 0;
  padding: 0;
  list-style: none;
}
li {
  border-bottom: 1px solid var(--line);
}
label {
  display: flex;
  align-items: center;
  gap: 10px;
  min-height: 44px;
}
input {
  flex: none;
  width: 22px;
  height: 22px;
  accent-color: var(--ink);
}
.ready .what {
  color: var(--ink-2);
  text-decoration: line-through;
}
.short {
  margin: 0 0 6px 32px;
  padding-left: 8px;
  border-left: 4px solid var(--caution);
  font-weight: 650;
}
</style>
