<script setup lang="ts">
/** Everybody who works in the salon, and what they may do. */
import { ref } from 'vue'
import { useI18n } from 'vue-i18n'
import { RouterLink } from 'vue-router'

import { workRoleEnumValues } from '@/api/generated'
import { useColleagues } from '@/api/staff'
import Await from '@/parts/Await.vue'
import Figures from '@/parts/Figures.vue'
import PageHeader from '@/parts/PageHeader.vue'
import { ago } from '@/text/format'

import ColleagueForm from './ColleagueForm.vue'
import NewColleague from './NewColleague.vue'

const { t } = useI18n()
const people = useColleagues()
const editing = ref<number>()
const adding = ref(false)
</script>

<template>
  <PageHeader :title="t('staff.people')" :about="t('staff.peopleAbout')">
    <RouterLink class="act" to="/salon">{{ t('salon.title') }}</RouterLink>
    <button v-if="!adding" class="act main" type="button" @click="adding = true">
      {{ t('staff.add') }}
    </button>
  </PageHeader>
  <NewColleague v-if="adding" @close="adding = false" />
  <Await
    v-slot="{ data }"
    :data="people.data.value"
    :error="people.error.value"
    @retry="people.refetch()"
  >
    <Figures stack :label="t('staff.people')">
      <thead>
        <tr>
          <th>{{ t('staff.name') }}</th>
          <th>{{ t('staff.role') }}</th>
          <th>{{ t('staff.lastSeen') }}</th>
          <th>{{ t('staff.signsIn') }}</th>
          <th>
            <span class="sr">{{ t('staff.change') }}</span>
          </th>
        </tr>
      </thead>
      <tbody>
        <template v-for="person in data" :key="person.id">
          <tr :class="{ gone: !person.active }">
            <td>
              <b>{{ person.name || person.username }}</b>
              <span class="quiet username">{{ person.username }}</span>
            </td>
            <td :data-label="t('staff.role')">{{ t(`staff.roles.${person.role}`) }}</td>
            <td :data-label="t('staff.lastSeen')">
              {{ person.last_seen ? ago(person.last_seen) : t('staff.neverSeen') }}
            </td>
            <td :data-label="t('staff.signsIn')">
              <template v-if="!person.active">{{ t('staff.gone') }}</template>
              <template v-else>{{
                t(person.codes ? 'staff.withCodes' : 'staff.withPassword')
              }}</template>
            </td>
            <td class="n">
              <button
                class="act"
                type="button"
                :aria-expanded="editing === person.id"
                @click="editing = editing === person.id ? undefined : person.id"
              >
                {{ t('staff.change') }}
              </button>
            </td>
          </tr>
          <tr v-if="editing === person.id">
            <td colspan="5">
              <ColleagueForm :key="person.version" :person @close="editing = undefined" />
            </td>
          </tr>
        </template>
      </tbody>
    </Figures>
  </Await>
  <section class="roles">
    <h2>{{ t('staff.whoMay') }}</h2>
    <dl>
      <template v-for="role in workRoleEnumValues" :key="role">
        <dt>{{ t(`staff.roles.${role}`) }}</dt>
        <dd>{{ t(`staff.may.${role}`) }}</dd>
      </template>
    </dl>
  </section>
</template>

<style scoped>
.username {
  margin-left: 8px;
}
.gone td {
  color: var(--ink-2);
}
.roles {
  margin-top: 32px;
  max-width: 720px;
}
h2 {
  padding-bottom: 6px;
  border-bottom: 2px solid var(--ink);
}
dl {
  display: grid;
  grid-template-columns: max-content minmax(0, 1fr);
  gap: 8px 24px;
  margin: 10px 0;
}
dt {
  font-weight: 600;
}
dd {
  margin: 0;
}
</style>
