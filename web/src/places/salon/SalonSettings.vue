<script setup lang="ts">
/** The salon: its air, its ways of working, its values. */
import { ElCheckbox } from 'element-plus'
import { computed, ref, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import { RouterLink } from 'vue-router'

import { useStyles } from '@/api/styles'
import type { Schemas } from '@/api/client'
import { useChangeSalon, useSalon } from '@/api/queries'
import { useMeeting } from '@/forms/meeting'
import { useUnsaved } from '@/forms/unsaved'
import { provideRefusal } from '@/forms/refusal'
import Amount from '@/parts/Amount.vue'
import Await from '@/parts/Await.vue'
import ClockInput from '@/parts/ClockInput.vue'
import Field from '@/parts/Field.vue'
import Figures from '@/parts/Figures.vue'
import { without } from '@/parts/objects'
import PageHeader from '@/parts/PageHeader.vue'
import Pick from '@/parts/Pick.vue'
import Refusals from '@/parts/Refusals.vue'
import TextField from '@/parts/TextField.vue'
import { LANGUAGES } from '@/text'
import SchoolFields from '@/places/plans/SchoolFields.vue'
import { short } from '@/text/format'
import { namedCountries } from '@/text/region'

type Salon = Schemas['Salon']

const ROLES = ['leave_in', 'cream', 'butter', 'oil', 'gel', 'custard', 'mousse', 'mask'] as const
const zones = Intl.supportedValuesOf('timeZone').map((name) => ({
  value: name,
  text: name.replaceAll('_', ' '),
}))
const countries = computed(() => namedCountries())
const units = computed(() =>
  (['metric', 'ussystem'] as const).map((value) => ({ value, text: t(`salon.measures.${value}`) })),
)
const styles = useStyles()

const { t } = useI18n()
const salon = useSalon()
const change = useChangeSalon()
const typed = ref<Salon>()
const current = () => salon.data.value && (JSON.parse(JSON.stringify(salon.data.value)) as Salon)
const meeting = useMeeting<Salon>(typed, current, () => salon.refetch())
const { met, loading } = meeting
const conflict = computed(() => meeting.wasFirst(change.error.value))
watch(
  () => salon.data.value,
  (data) => {
    if (data && !typed.value) meeting.begin()
  },
  { immediate: true },
)
const refusal = provideRefusal(change.error)
const rules = computed(() => typed.value?.rules ?? {})

function setRule(
  group: 'film_factor' | 'shape_factor' | 'wear_days',
  key: string,
  value: number | null | undefined,
) {
  if (!typed.value) return
  const before = (rules.value[group] ?? {}) as Record<string, number>
  const kept = value == null ? without(before, key) : { ...before, [key]: value }
  typed.value.rules = { ...rules.value, [group]: kept } as Salon['rules']
}
function setMask(value: number | null | undefined) {
  if (!typed.value) return
  const rest = without(rules.value, 'mask_min')
  typed.value.rules = (value == null ? rest : { ...rest, mask_min: value }) as Salon['rules']
}
const ruleOf = (group: 'film_factor' | 'shape_factor' | 'wear_days', key: string) =>
  (rules.value[group] as Record<string, number> | undefined)?.[key] ?? null

useUnsaved(() => Object.keys(meeting.changes()).some((key) => key !== 'version'))
async function save() {
  met.value = false
  const body = without(meeting.changes(), 'drying_factor', 'drying_visits', 'layering')
  const saved = await change
    .mutateAsync(body as Schemas['PatchedSalonRequest'])
    .catch(() => undefined)
  if (!saved && !conflict.value) return
  if (conflict.value) {
    await meeting.meet()
    change.reset()
    return
  }
  await salon.refetch()
  meeting.begin()
}
</script>

<template>
  <Await v-slot="{ data: form }" :data="typed" :error="salon.error.value" @retry="salon.refetch()">
    <form novalidate @submit.prevent="save">
      <PageHeader :title="t('salon.title')" :state="change.isSuccess.value ? t('salon.saved') : ''">
        <RouterLink class="act" to="/salon/archive">{{ t('archive.title') }}</RouterLink>
        <RouterLink class="act" to="/salon/hours">{{ t('hours.title') }}</RouterLink>
        <RouterLink class="act" to="/salon/people">{{ t('salon.people') }}</RouterLink>
        <button class="act main" type="submit" :disabled="change.isPending.value || loading">
          {{ t('salon.save') }}
        </button>
      </PageHeader>
      <p v-if="met" class="wrong" role="alert">
        {{ t(meeting.elsewhere.both.value.length ? 'salon.metBoth' : 'salon.met') }}
      </p>
      <Refusals v-if="!conflict" :refusal="refusal" @retry="save" />
      <div class="parts">
        <section>
          <h2 class="ruled">{{ t('salon.kit') }}</h2>
          <div class="row">
            <TextField
              v-model="form.name"
              :label="t('salon.name')"
              name="name"
              :maxlength="120"
              width="220px"
            />
            <TextField
              v-model="form.phone"
              :label="t('salon.phone')"
              name="phone"
              :maxlength="40"
              width="180px"
            />
            <Pick
              v-model="form.language"
              :label="t('salon.language')"
              name="language"
              :options="LANGUAGES"
              width="160px"
            />
            <Pick
              :model-value="form.country || undefined"
              :label="t('salon.country')"
              name="country"
              :options="countries"
              :placeholder="t('salon.noCountry')"
              filterable
              clearable
              width="200px"
              @update:model-value="form.country = $event ?? ''"
            />
            <Pick
              :model-value="form.units || undefined"
              :label="t('salon.units')"
              name="units"
              :options="units"
              :placeholder="t('salon.usualUnits')"
              clearable
              width="200px"
              @update:model-value="form.units = $event ?? ''"
            />
            <Pick
              v-model="form.zone"
              :label="t('salon.zone')"
              name="zone"
              :options="zones"
              filterable
              width="220px"
            />
            <Amount
              v-model="form.room_temp_c"
              :label="t('plan.temp')"
              unit="°C"
              name="room_temp_c"
            />
            <Amount
              :label="t('plan.rh')"
              unit="%"
              :model-value="Math.round(form.room_rh * 1000) / 10"
              name="room_rh"
              :instead="t('plan.rhRange')"
              @update:model-value="form.room_rh = ($event ?? 0) / 100"
            />
          </div>
          <div class="row">
            <Amount
              v-model="form.journey_min"
              :label="t('dryplan.journey')"
              unit="min"
              name="journey_min"
            />
            <Amount
              v-model="form.home_temp_c"
              :label="t('dryplan.homeTemp')"
              unit="°C"
              name="home_temp_c"
            />
          </div>
          <p v-if="salon.data.value?.drying_visits" class="quiet">
            {{
              t('salon.learned', {
                factor: short(salon.data.value.drying_factor ?? 1, 2),
                n: salon.data.value.drying_visits,
              })
            }}
          </p>
          <div class="row">
            <Field :label="t('salon.bedTime')" name="bed_time">
              <ClockInput
                :model-value="form.bed_time ?? ''"
                :label="t('salon.bedTime')"
                @update:model-value="form.bed_time = $event"
              />
            </Field>
            <Field :label="t('salon.wakeTime')" name="wake_time">
              <ClockInput
                :model-value="form.wake_time ?? ''"
                :label="t('salon.wakeTime')"
                @update:model-value="form.wake_time = $event"
              />
            </Field>
          </div>
          <ElCheckbox v-model="form.chair_sound">{{ t('salon.chairSound') }}</ElCheckbox>
          <h3>{{ t('salon.messages') }}</h3>
          <div class="row">
            <Amount
              v-model="form.write_from_h"
              :label="t('salon.writeFrom')"
              :unit="t('salon.oclock')"
              name="write_from_h"
            />
            <Amount
              v-model="form.write_to_h"
              :label="t('salon.writeTo')"
              :unit="t('salon.oclock')"
              name="write_to_h"
            />
            <Amount
              v-model="form.ask_every_days"
              :label="t('salon.askEvery')"
              :unit="t('plan.daysUnit')"
              name="ask_every_days"
            />
          </div>
          <ElCheckbox v-model="form.calendar_names">{{ t('salon.calendarNames') }}</ElCheckbox>
          <p class="quiet">{{ t('salon.askEveryHint') }}</p>
          <h3>{{ t('salon.shelf') }}</h3>
          <div class="row">
            <TextField
              v-model="form.currency"
              :label="t('salon.currency')"
              name="currency"
              :maxlength="3"
              width="90px"
            />
            <Amount
              v-model="form.lead_days"
              :label="t('salon.lead')"
              :unit="t('plan.daysUnit')"
              name="lead_days"
            />
            <Amount
              v-model="form.order_for_days"
              :label="t('salon.orderFor')"
              :unit="t('plan.daysUnit')"
              name="order_for_days"
            />
          </div>
          <div class="row">
            <TextField
              v-model="form.disinfectant"
              :label="t('kit.disinfectant')"
              name="disinfectant"
              :maxlength="80"
              width="220px"
            />
            <Amount
              v-model="form.contact_min"
              :label="t('kit.contact')"
              unit="min"
              name="contact_min"
            />
          </div>
          <p>
            <RouterLink to="/products/kit" class="kit">{{ t('salon.toKit') }}</RouterLink>
          </p>
        </section>
        <section>
          <h2 class="ruled">{{ t('salon.schools') }}</h2>
          <p class="quiet">{{ t('salon.schoolsHint') }}</p>
          <SchoolFields v-model="form.school" />
          <h2 class="ruled values">{{ t('salon.rules') }}</h2>
          <p class="quiet">{{ t('salon.rulesHint') }}</p>
          <Amount
            :label="t('salon.mask')"
            unit="min"
            :placeholder="t('plan.usual')"
            :model-value="rules.mask_min ?? null"
            name="rules.mask_min"
            @update:model-value="setMask"
          />
          <h3>{{ t('salon.films') }}</h3>
          <div class="row">
            <Amount
              v-for="role in ROLES"
              :key="role"
              :label="t(`plan.roles.${role}`)"
              unit="×"
              placeholder="1"
              :model-value="ruleOf('film_factor', role)"
              :name="`rules.film_factor.${role}`"
              width="92px"
              @update:model-value="setRule('film_factor', role, $event)"
            />
          </div>
          <Figures class="styles">
            <thead>
              <tr>
                <th>{{ t('plan.style') }}</th>
                <th>{{ t('salon.paces') }}</th>
                <th>{{ t('salon.wear') }}</th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="{ style, title } in styles.list.value" :key="style">
                <td>{{ title }}</td>
                <td>
                  <Amount
                    :label="`${title}: ${t('salon.paces')}`"
                    hide-label
                    unit="×"
                    placeholder="1"
                    :model-value="ruleOf('shape_factor', style)"
                    :name="`rules.shape_factor.${style}`"
                    width="92px"
                    @update:model-value="setRule('shape_factor', style, $event)"
                  />
                </td>
                <td>
                  <Amount
                    :label="`${title}: ${t('salon.wear')}`"
                    hide-label
                    :unit="t('plan.daysUnit')"
                    :placeholder="t('plan.usual')"
                    :model-value="ruleOf('wear_days', style)"
                    :name="`rules.wear_days.${style}`"
                    width="120px"
                    @update:model-value="setRule('wear_days', style, $event)"
                  />
                </td>
              </tr>
            </tbody>
          </Figures>
        </section>
      </div>
    </form>
  </Await>
</template>

<style scoped>
.el-checkbox {
  height: auto;
  min-height: 32px;
  white-space: normal;
}
.parts {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1.4fr);
  gap: 40px;
}
.kit {
  display: inline-block;
  padding: 14px 0;
  font-size: 14px;
}
.values {
  margin-top: 24px;
}
.styles {
  margin-top: 18px;
}
.styles td {
  padding: 3px 8px 3px 0;
}
h3 {
  margin: 16px 0 6px;
  font-size: 14px;
}
.row + .row {
  margin-top: 12px;
}
.row {
  display: flex;
  flex-wrap: wrap;
  gap: 10px 16px;
}
.quiet {
  margin-bottom: 10px;
}
@media (max-width: 960px) {
  .parts {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
