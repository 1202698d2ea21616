<script setup lang="ts">
/** What clients told from home that somebody of the salon should see to today. */
import { useI18n } from 'vue-i18n'
import { RouterLink } from 'vue-router'

import { computed } from 'vue'
import { useDue } from '@/api/days'
import { useFlagged, useSeen } from '@/api/wear'
import { calendarDay } from '@/text/format'

const { t } = useI18n()
const flagged = useFlagged()
const seen = useSeen()
const due = useDue()
/** Whose style should have been off by now, and nothing is booked. */
const OVERDUE_MOST = 5
const overdue = computed(() =>
  (due.data.value ?? []).filter((one) => one.overdue).slice(0, OVERDUE_MOST),
)
</script>

<template>
  <section v-if="flagged.data.value?.length" class="flagged" :aria-label="t('wear.flagged')">
    <h2>{{ t('wear.flagged') }}</h2>
    <p v-for="one in flagged.data.value" :key="one.id">
      <RouterLink :to="`/heads/${one.head}`">{{
        t('wear.flaggedLine', {
          name: one.head_name,
          signs: one.signs.map((sign) => t(`wear.signs.${sign}`)).join(', '),
          date: calendarDay(one.date),
        })
      }}</RouterLink>
      <span v-if="one.note" class="quiet">{{ one.note }}</span>
      <button class="act" type="button" @click="seen.mutate(one.id)">{{ t('wear.seen') }}</button>
    </p>
  </section>
  <section v-if="overdue.length" class="overdue" :aria-label="t('wear.overdueTitle')">
    <h2>{{ t('wear.overdueTitle') }}</h2>
    <p>
      <RouterLink v-for="one in overdue" :key="one.head" :to="`/heads/${one.head}`">{{
        t('wear.overdueLine', {
          name: one.head_name,
          title: one.title,
          date: calendarDay(one.last_safe_day),
        })
      }}</RouterLink>
    </p>
  </section>
</template>

<style scoped>
section {
  display: flex;
  flex-wrap: wrap;
  align-items: baseline;
  gap: 2px 14px;
  margin-bottom: 10px;
  padding: 6px 12px;
}
.flagged {
  border-left: 4px solid var(--caution);
  background: var(--caution-ground);
}
.overdue {
  background: var(--remind-ground);
}
h2 {
  min-height: 0;
  font-size: 16px;
}
p {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 4px 12px;
}
.act {
  min-height: 32px;
  padding: 0 10px;
}
</style>
