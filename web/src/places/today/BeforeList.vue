<script setup lang="ts">
/** What has to be seen to before the day begins. */
import { useI18n } from 'vue-i18n'
import { RouterLink } from 'vue-router'

import { useBefore } from '@/api/days'

const props = defineProps<{ date: string }>()
const emit = defineEmits<{ pick: [booking: number] }>()
const { t } = useI18n()
const { data: lines } = useBefore(() => props.date)
</script>

<template>
  <section class="before">
    <h2>{{ t('today.before') }}</h2>
    <p v-if="lines && !lines.length" class="quiet">
      {{ t('today.allWell') }}
    </p>
    <ul>
      <li v-for="(line, n) in lines ?? []" :key="n" :class="line.severity">
        <RouterLink v-if="line.to !== '/'" :to="line.to">{{ line.text }}</RouterLink>
        <button
          v-else
          class="plain"
          type="button"
          @click="line.booking && emit('pick', line.booking)"
        >
          {{ line.text }}
        </button>
      </li>
    </ul>
  </section>
</template>

<style scoped>
.before {
  margin-top: 22px;
  max-width: 860px;
}
.before ul {
  margin: 4px 0 0;
  padding: 0;
  list-style: none;
}
.before li {
  padding: 5px 0 5px 12px;
  border-left: 4px solid var(--line-strong);
  border-bottom: 1px solid var(--line);
  font-size: 14px;
}
.before li.adjust {
  border-left-color: var(--caution);
}
.before li.stop {
  border-left-color: var(--caution);
  background: var(--caution-ground);
}
.before a,
.before .plain {
  text-align: left;
  text-decoration: none;
}
.before a:hover {
  text-decoration: underline;
}
</style>
