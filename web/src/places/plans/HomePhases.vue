<script setup lang="ts">
/** What the client does between visits, phase by phase. */
import { useI18n } from 'vue-i18n'

import type { Schemas } from '@/api/client'
import { when } from '@/text/format'

const props = defineProps<{
  home: Schemas['Home']
  begin?: Date
  timed?: boolean
}>()
const { t } = useI18n()

/** By the clock, to the quarter of an hour: nobody opens a set to the minute. */
const QUARTER_MS = 15 * 60_000
const MINUTE_MS = 60_000
function clock(phase: Schemas['HomePhase']) {
  // With a clock of its own the plan names its hours itself.
  if (phase.at_min == null || !props.begin || props.timed) return ''
  const at = props.begin.getTime() + phase.at_min * MINUTE_MS
  return when(new Date(Math.ceil(at / QUARTER_MS) * QUARTER_MS), props.begin)
}
</script>

<template>
  <dl v-if="home.phases?.length">
    <div v-for="phase in home.phases" :key="phase.key">
      <dt>
        {{ phase.title }}
        <span class="quiet">{{ [clock(phase), phase.when].filter(Boolean).join(' · ') }}</span>
      </dt>
      <dd v-if="phase.key === 'release' && phase.lines.length > 2">
        <ol>
          <li v-for="line in phase.lines" :key="line">{{ line }}</li>
        </ol>
      </dd>
      <template v-else>
        <dd v-for="line in phase.lines" :key="line">{{ line }}</dd>
      </template>
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
dd,
ol {
  margin: 0;
}
ol {
  padding-left: 1.3em;
}
</style>
