<script setup lang="ts">
/** What the client does between visits, phase by phase. */
import { useI18n } from 'vue-i18n'

import type { Schemas } from '@/api/client'

defineProps<{ home: Schemas['Home'] }>()
const { t } = useI18n()
</script>

<template>
  <dl v-if="home.phases?.length">
    <div v-for="phase in home.phases" :key="phase.key">
      <dt>
        {{ phase.title }} <span class="quiet">{{ phase.when }}</span>
      </dt>
      <dd v-for="line in phase.lines" :key="line">{{ line }}</dd>
    </div>
  </dl>
  <template v-else>
    <!-- Plans of an older contract know nights and refreshes only. -->
    <p v-for="line in home.night" :key="line">{{ t('plan.night') }}: {{ line }}</p>
    <p v-for="due in home.refresh" :key="due.day">
      {{ t('plan.refresh', { day: due.day }) }}: {{ due.what }}
    </p>
  </template>
</template>

<style scoped>
dl {
  display: grid;
  gap: 6px;
  margin: 0;
}
dt {
  font-weight: 650;
}
dd {
  margin: 0;
}
</style>
