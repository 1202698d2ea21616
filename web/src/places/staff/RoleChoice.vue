<script setup lang="ts">
/** What somebody may do. */
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'

import { workRoleEnumValues } from '@/api/generated'
import type { Colleague } from '@/api/staff'
import Choice from '@/parts/Choice.vue'

const role = defineModel<Colleague['role']>()
const { t } = useI18n()
const options = computed(() =>
  workRoleEnumValues.map((value) => ({ value, text: t(`staff.roles.${value}`) })),
)
</script>

<template>
  <div class="role">
    <Choice v-model="role" :label="t('staff.role')" name="role" :options="options" />
    <p v-if="role" class="quiet">{{ t(`staff.may.${role}`) }}</p>
  </div>
</template>

<style scoped>
.role {
  display: grid;
  gap: 4px;
}
</style>
