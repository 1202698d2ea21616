<script setup lang="ts">
/** What somebody of the salon should see to: one line of a fixed height, opened by a tap. */
import { computed, ref } from 'vue'
import { useI18n } from 'vue-i18n'
import { RouterLink } from 'vue-router'

import { useDue } from '@/api/days'
import { useRemarks } from '@/api/wear'
import RemarkList from '@/parts/RemarkList.vue'
import { calendarDay } from '@/text/format'

const { t } = useI18n()
const remarks = useRemarks(() => ({}))
const due = useDue()
/** Whose style should have been off by now, and nothing is booked. */
const OVERDUE_MOST = 5
const overdue = computed(() =>
  (due.data.value ?? []).filter((one) => one.overdue).slice(0, OVERDUE_MOST),
)
const open = ref(false)
const first = computed(() => remarks.data.value?.[0])
const count = computed(() => (remarks.data.value?.length ?? 0) + overdue.value.length)
</script>

<template>
  <section class="see" :class="{ some: count }" :aria-label="t('remarks.today')">
    <div class="line">
      <h2>{{ t('remarks.today') }}</h2>
      <template v-if="remarks.isPending.value || due.isPending.value">…</template>
      <span v-else-if="!count" class="quiet">{{ t('remarks.nothing') }}</span>
      <template v-else>
        <span class="first">
          <template v-if="open" />
          <template v-else-if="first">
            {{ first.client_name }}: <b>{{ t(`remarks.kinds.${first.kind}`) }}</b> {{ first.text }}
          </template>
          <template v-else-if="overdue[0]">
            {{
              t('wear.overdueLine', {
                name: overdue[0].client_name,
                title: overdue[0].title,
                date: calendarDay(overdue[0].last_safe_day),
              })
            }}
          </template>
        </span>
        <button class="act" type="button" :aria-expanded="open" @click="open = !open">
          {{ open ? t('remarks.close') : t('remarks.open', { n: count }, count) }}
        </button>
      </template>
    </div>
    <div v-if="open && count" class="all">
      <RemarkList v-if="remarks.data.value?.length" :remarks="remarks.data.value" named />
      <template v-if="overdue.length">
        <h3>{{ t('wear.overdueTitle') }}</h3>
        <RouterLink v-for="one in overdue" :key="one.client" :to="`/clients/${one.client}`">{{
          t('wear.overdueLine', {
            name: one.client_name,
            title: one.title,
            date: calendarDay(one.last_safe_day),
          })
        }}</RouterLink>
      </template>
    </div>
  </section>
</template>

<style scoped>
.see {
  margin-bottom: 10px;
  padding: 0 12px;
  border-left: 4px solid var(--line);
}
.some {
  border-left-color: var(--caution);
  background: var(--caution-ground);
}
/** As high with something to see to as without: the board below stays where it is. */
.line {
  display: flex;
  align-items: center;
  gap: 4px 14px;
  height: 48px;
  overflow: hidden;
}
h2 {
  flex: none;
  min-height: 0;
  margin: 0;
  font-size: 16px;
}
h3 {
  margin: 8px 0 2px;
  font-size: 14px;
}
.first {
  flex: 1;
  min-width: 0;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.act {
  flex: none;
  min-height: 36px;
  padding: 0 12px;
}
.all {
  display: grid;
  gap: 4px;
  padding-bottom: 10px;
}
</style>
