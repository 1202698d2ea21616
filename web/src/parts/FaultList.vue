<script setup lang="ts">
/** What failed and where, with its likely cause and what to do about it next time. */
import { useI18n } from 'vue-i18n'

import type { Schemas } from '@/api/client'

defineProps<{ findings: Schemas['FaultFinding'][] }>()
const { t } = useI18n()
</script>

<template>
  <ul>
    <li v-for="row in findings" :key="row.fault">
      <b class="what">{{ t(`faults.${row.fault}`) }}</b> · {{ row.place }}
      <p v-for="cause in row.causes" :key="cause.text">
        {{ cause.text }}
        <span class="quiet">
          {{ cause.trigger
          }}<template v-if="cause.seen && cause.sections.length < row.sections.length">
            ({{ cause.sections.join(', ') }})</template
          >
        </span>
        <b class="remedy">{{ cause.remedy }}</b>
      </p>
    </li>
  </ul>
</template>

<style scoped>
ul {
  display: grid;
  gap: 10px;
  margin: 0;
  padding: 0;
  list-style: none;
}
li {
  padding-left: 10px;
  border-left: 4px solid var(--caution);
}
p {
  margin: 2px 0;
}
.what {
  display: inline-block;
}
.what::first-letter {
  text-transform: uppercase;
}
.remedy {
  display: block;
  font-weight: 600;
}
</style>
