<script setup lang="ts">
/** The hours of the salon: opening, feasts, stations, and who works when. */
import { ElOption, ElSelect } from 'element-plus'
import { ref, watch } from 'vue'
import { useI18n } from 'vue-i18n'

import { useStyles } from '@/api/styles'
import type { Schemas } from '@/api/client'
import { useHours, useKeepHours } from '@/api/days'
import { provideRefusal } from '@/forms/refusal'
import { useUnsaved } from '@/forms/unsaved'
import Await from '@/parts/Await.vue'
import ClockInput from '@/parts/ClockInput.vue'
import Field from '@/parts/Field.vue'
import Figures from '@/parts/Figures.vue'
import Moment from '@/parts/Moment.vue'
import PageHeader from '@/parts/PageHeader.vue'
import Refusals from '@/parts/Refusals.vue'
import Stepper from '@/parts/Stepper.vue'
import TextField from '@/parts/TextField.vue'
import { weekdays } from '@/text/calendar'

type Hours = Schemas['Hours']

const { t } = useI18n()
const styles = useStyles()
const hours = useHours()
const keep = useKeepHours()
const refusal = provideRefusal(keep.error)
const form = ref<Hours>()
const said = ref('')
watch(
  () => hours.data.value,
  (data) => {
    // What is being typed is not taken away by a newer answer.
    if (data && !form.value) form.value = JSON.parse(JSON.stringify(data)) as Hours
  },
  { immediate: true },
)
const opening = (weekday: number) => form.value?.openings.find((row) => row.weekday === weekday)
function setOpening(weekday: number, open: boolean) {
  if (!form.value) return
  form.value.openings = form.value.openings.filter((row) => row.weekday !== weekday)
  if (open) form.value.openings.push({ weekday, opens: '09:00', closes: '18:00' })
}
const shift = (user: number, weekday: number, pause: boolean) =>
  form.value?.shifts.find(
    (row) => row.user === user && row.weekday === weekday && Boolean(row.pause) === pause,
  )
function setShift(user: number, weekday: number, pause: boolean, there: boolean) {
  if (!form.value) return
  form.value.shifts = form.value.shifts.filter((row) => row !== shift(user, weekday, pause))
  if (!there) return
  const [begins, ends] = pause ? ['13:00', '13:30'] : ['09:00', '17:00']
  form.value.shifts.push({ user, weekday, pause, begins: begins ?? '', ends: ends ?? '' })
}
const skillsOf = (user: number) =>
  (form.value?.skills ?? []).filter((row) => row.user === user).map((row) => row.service)
function setSkills(user: number, services: Hours['skills'][number]['service'][]) {
  if (!form.value) return
  form.value.skills = [
    ...form.value.skills.filter((row) => row.user !== user),
    ...services.map((service) => ({ user, service })),
  ]
}
/** Whether something is typed that is not kept yet. */
const isDirty = () =>
  Boolean(form.value) && JSON.stringify(form.value) !== JSON.stringify(hours.data.value)
useUnsaved(isDirty)
async function save() {
  if (!form.value) return
  const done = await keep.mutateAsync(form.value).catch(() => undefined)
  if (!done) return
  form.value = JSON.parse(JSON.stringify(done)) as Hours
  said.value = t('hours.kept')
}
</script>

<template>
  <PageHeader :title="t('hours.title')" :state="said">
    <button class="act main" type="button" :disabled="!form || keep.isPending.value" @click="save">
      {{ t('hours.keep') }}
    </button>
  </PageHeader>
  <Refusals :refusal="refusal" />
  <Await :data="form" :error="hours.error.value" @retry="hours.refetch()">
    <form v-if="form" @submit.prevent="save" @input="said = ''">
      <Figures>
        <thead>
          <tr>
            <th></th>
            <th v-for="{ weekday, name } in weekdays" :key="weekday">{{ name }}</th>
          </tr>
        </thead>
        <tbody>
          <tr>
            <th scope="row">{{ t('hours.open') }}</th>
            <td v-for="{ weekday, name } in weekdays" :key="weekday">
              <div v-if="opening(weekday)" class="times">
                <ClockInput
                  v-model="opening(weekday)!.opens"
                  :label="t('hours.opens', { day: name })"
                />
                <ClockInput
                  v-model="opening(weekday)!.closes"
                  :label="t('hours.closes', { day: name })"
                />
                <button class="plain" type="button" @click="setOpening(weekday, false)">
                  {{ t('hours.close') }}
                </button>
              </div>
              <button v-else class="plain" type="button" @click="setOpening(weekday, true)">
                {{ t('hours.closed') }}
              </button>
            </td>
          </tr>
          <template v-for="person in form.people" :key="person.id">
            <tr v-for="pause in [false, true]" :key="`${person.id} ${pause}`">
              <th scope="row">
                {{ pause ? t('hours.pause', { name: person.name }) : person.name }}
              </th>
              <td v-for="{ weekday, name } in weekdays" :key="weekday">
                <div v-if="shift(person.id, weekday, pause)" class="times">
                  <ClockInput
                    v-model="shift(person.id, weekday, pause)!.begins"
                    :label="t('hours.begins', { name: person.name, day: name })"
                  />
                  <ClockInput
                    v-model="shift(person.id, weekday, pause)!.ends"
                    :label="t('hours.ends', { name: person.name, day: name })"
                  />
                  <button
                    class="plain"
                    type="button"
                    @click="setShift(person.id, weekday, pause, false)"
                  >
                    {{ t('hours.none') }}
                  </button>
                </div>
                <button
                  v-else
                  class="plain quiet"
                  type="button"
                  :aria-label="t('hours.addFor', { name: person.name, day: name })"
                  @click="setShift(person.id, weekday, pause, true)"
                >
                  {{ pause ? t('hours.addPause') : t('hours.add') }}
                </button>
              </td>
            </tr>
          </template>
        </tbody>
      </Figures>
      <p class="quiet">{{ t('hours.hint') }}</p>

      <h2>{{ t('hours.stations') }}</h2>
      <div class="row">
        <Stepper
          v-for="(one, place) in form.stations"
          :key="one.station"
          v-model="one.count"
          :label="t(`hours.station.${one.station}`)"
          :name="`stations.${place}.count`"
          :now="one.count"
          :least="0"
        />
      </div>

      <h2>{{ t('hours.holidays') }}</h2>
      <div v-for="(one, place) in form.holidays" :key="place" class="row">
        <Moment v-model="one.date" day :label="t('hours.date')" :name="`holidays.${place}.date`" />
        <TextField v-model="one.reason" :label="t('hours.reason')" :maxlength="120" />
        <button class="act" type="button" @click="form.holidays.splice(place, 1)">
          {{ t('hours.remove') }}
        </button>
      </div>
      <button class="act" type="button" @click="form.holidays.push({ date: '', reason: '' })">
        {{ t('hours.addHoliday') }}
      </button>

      <h2>{{ t('hours.skills') }}</h2>
      <p class="quiet">{{ t('hours.skillsHint') }}</p>
      <div class="row">
        <Field
          v-for="person in form.people"
          :key="person.id"
          :label="person.name"
          :name="`skills.${person.id}`"
          group
        >
          <ElSelect
            class="skills"
            multiple
            collapse-tags
            :aria-label="t('hours.knows', { name: person.name })"
            :placeholder="t('hours.anything')"
            :model-value="skillsOf(person.id)"
            @update:model-value="setSkills(person.id, $event)"
          >
            <ElOption
              v-for="{ style, title } in styles.list.value"
              :key="style"
              :value="style"
              :label="title"
            />
          </ElSelect>
        </Field>
      </div>

      <h2>{{ t('hours.daysOff') }}</h2>
      <div v-for="(one, place) in form.days_off" :key="place" class="row">
        <b>{{ form.people.find((person) => person.id === one.user)?.name }}</b>
        <Moment v-model="one.date" day :label="t('hours.date')" :name="`days_off.${place}.date`" />
        <TextField v-model="one.reason" :label="t('hours.reason')" :maxlength="120" />
        <button class="act" type="button" @click="form.days_off.splice(place, 1)">
          {{ t('hours.remove') }}
        </button>
      </div>
      <div class="row">
        <button
          v-for="person in form.people"
          :key="person.id"
          class="act"
          type="button"
          @click="form.days_off.push({ user: person.id, date: '', reason: '' })"
        >
          {{ t('hours.addDayOff', { name: person.name }) }}
        </button>
      </div>
    </form>
  </Await>
</template>

<style scoped>
h2 {
  margin: 18px 0 6px;
}
.row {
  display: flex;
  flex-wrap: wrap;
  align-items: end;
  gap: 8px 16px;
  margin-bottom: 8px;
}
.skills {
  width: 250px;
}
td {
  vertical-align: top;
}
.times {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  min-width: 150px;
}
input {
  width: 54px;
  min-height: 32px;
  padding: 0 6px;
  border: 1px solid var(--line-strong);
  background: var(--paper);
  color: var(--ink);
  font: inherit;
  font-size: 14px;
}
.plain {
  margin-left: 6px;
  min-height: 28px;
  font-size: 13px;
}
</style>
