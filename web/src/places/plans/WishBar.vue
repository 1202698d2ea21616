<script setup lang="ts">
/** What is wished: the choices that change a plan. */
import { ElSlider } from 'element-plus'
import { computed, ref } from 'vue'
import { useI18n } from 'vue-i18n'

import { useStyles } from '@/api/styles'
import type { Schemas } from '@/api/client'
import { blotValues, cleansingValues, dryerValues, heatValues } from '@/api/generated'
import type { Wish } from '@/api/queries'
import Amount from '@/parts/Amount.vue'
import Choice from '@/parts/Choice.vue'
import Field from '@/parts/Field.vue'
import Moment from '@/parts/Moment.vue'
import Pick from '@/parts/Pick.vue'
import Stepper from '@/parts/Stepper.vue'
import { short } from '@/text/format'
import { figure } from '@/text/measures'
import { anotherCount, dryerOf, percentOf, shareOf } from '@/wish/choices'
import type { WishDesk } from '@/wish/useWish'

import ArrivalFields from './ArrivalFields.vue'
import SchoolFields from './SchoolFields.vue'

const props = defineProps<{
  desk: WishDesk
  /** Whether the hair dries after it was shaped. */
  dries: boolean
  count?: number
  releaseH?: number
  dryMin?: number
  /** Heat the last plan was computed for: as wished, else what this client can take. */
  heat?: Wish['goal']['max_heat']
  definition?: number
  /** Days the last plan is worn. */
  wear?: number
  /** Diameter of the rods the last plan takes, if it takes any. */
  rods?: number
  /** Where the set of the last plan is opened, if it takes another day. */
  opened?: Schemas['DetailChoice']
  /** How the client comes in, in the last plan. */
  now?: Schemas['Now']
  /** The air the last plan was computed for, in the salon and at home. */
  air?: Schemas['Room']
  home?: Schemas['Room'] | null
}>()
const emit = defineEmits<{ style: [style: Wish['goal']['style'] | undefined] }>()
const { t } = useI18n()
const more = ref(false)
/** The devices that the air of the last plan comes from; a stand-in says that it is one. */
const airFrom = computed(() =>
  [...new Set([props.air?.source, props.home?.source])].filter(Boolean).join(' · '),
)
const options = <Value extends string>(values: readonly Value[], key: string) =>
  values.map((value) => ({ value, text: t(`plan.${key}.${value}`) }))
const allStyles = useStyles()
const styles = computed(() =>
  allStyles.groups.value.map(({ group, styles: of }) => ({
    label: t(`plan.groups.${group}`),
    options: of.map(({ style, title }) => ({ value: style, text: title })),
  })),
)
</script>

<template>
  <div class="wish">
    <Pick
      class="style"
      :label="t('plan.style')"
      name="goal.style"
      :groups="styles"
      :model-value="desk.wish.value.goal.style"
      @update:model-value="emit('style', $event)"
    />
    <Field
      class="definition"
      :label="t('plan.definition')"
      term="definition"
      name="goal.definition"
      group
    >
      <ElSlider
        :model-value="Math.round((desk.wish.value.goal.definition ?? definition ?? 0.5) * 100)"
        :step="5"
        :show-tooltip="false"
        :aria-label="t('plan.definition')"
        @input="desk.patch({ goal: { definition: Number($event) / 100 } })"
      />
    </Field>
    <Stepper
      :label="t('plan.sections')"
      name="goal.sections"
      :now="count"
      :model-value="desk.wish.value.goal.sections ?? null"
      @update:model-value="desk.patch(anotherCount($event))"
    />
    <Choice
      v-if="dries"
      :label="desk.wish.value.stages?.length ? t('plan.dryingStages') : t('plan.drying')"
      :model-value="desk.wish.value.stages?.length ? undefined : (desk.wish.value.dry ?? 'air')"
      :options="options(dryerValues, 'dryers')"
      @update:model-value="desk.patch(dryerOf($event))"
    />
    <Amount
      v-if="dries && (desk.wish.value.dry ?? 'air') !== 'air' && !desk.wish.value.stages?.length"
      :label="t('plan.dryMin')"
      name="dry_min"
      :unit="t('plan.minutesUnit')"
      :model-value="desk.wish.value.dry_min ?? null"
      :placeholder="dryMin ? String(dryMin) : t('plan.asNeeded')"
      width="110px"
      @update:model-value="desk.patch({ dry_min: $event })"
    />
    <Amount
      v-if="dries"
      :label="t('plan.release')"
      name="goal.release_after_h"
      :unit="t('plan.hours')"
      :model-value="desk.wish.value.goal.release_after_h ?? null"
      :placeholder="releaseH === undefined ? t('plan.usual') : short(releaseH)"
      width="96px"
      @update:model-value="desk.patch({ goal: { release_after_h: $event } })"
    />
    <Moment
      class="begin"
      :label="t('plan.begin')"
      name="planned_start"
      :placeholder="t('plan.beginUnset')"
      width="142px"
      :model-value="desk.wish.value.planned_start ?? null"
      @update:model-value="desk.patch({ planned_start: $event })"
    />
    <button class="act more" type="button" :aria-expanded="more" @click="more = !more">
      {{ more ? t('plan.fewer') : t('plan.more') }}
    </button>
  </div>
  <div v-if="more" class="wish second">
    <Amount
      :label="t('plan.temp')"
      name="room.temp_c"
      unit="°C"
      :model-value="desk.wish.value.room?.temp_c ?? null"
      :placeholder="air?.temp_c === undefined ? t('plan.usual') : figure(air.temp_c, '°C')"
      width="96px"
      @update:model-value="desk.patch({ room: { temp_c: $event } })"
    />
    <Amount
      :label="t('plan.rh')"
      name="room.rh"
      :instead="t('plan.rhRange')"
      unit="%"
      :model-value="percentOf(desk.wish.value.room?.rh)"
      :placeholder="air?.rh === undefined ? t('plan.usual') : short(air.rh * 100)"
      width="96px"
      @update:model-value="desk.patch({ room: { rh: shareOf($event) } })"
    />
    <p v-if="airFrom" class="quiet">{{ t('plan.airFrom', { source: airFrom }) }}</p>
    <Choice
      :label="t('plan.heat')"
      :model-value="desk.wish.value.goal.max_heat ?? heat"
      :options="options(heatValues, 'heats')"
      @update:model-value="desk.patch({ goal: { max_heat: $event } })"
    />
    <Choice
      :label="t('plan.blot')"
      :model-value="desk.wish.value.blot ?? 'usual'"
      :options="options(['usual', ...blotValues] as const, 'blots')"
      @update:model-value="desk.patch({ blot: $event === 'usual' ? null : $event })"
    />
    <Amount
      :label="t('plan.limit')"
      name="goal.time_limit_min"
      :unit="t('plan.minutesUnit')"
      :model-value="desk.wish.value.goal.time_limit_min ?? null"
      :placeholder="t('plan.noLimit')"
      width="120px"
      @update:model-value="desk.patch({ goal: { time_limit_min: $event } })"
    />
    <Choice
      v-if="opened"
      :label="opened.title"
      :model-value="opened.chosen"
      :options="opened.options.map(({ manner, title }) => ({ value: manner, text: title }))"
      @update:model-value="
        desk.patch({ details: { opened: $event === opened.usual ? null : $event } })
      "
    />
    <Moment
      :label="t('plan.lookGoodFrom')"
      name="look_good_from"
      width="150px"
      :model-value="desk.wish.value.look_good_from ?? null"
      @update:model-value="desk.patch({ look_good_from: $event })"
    />
    <Amount
      :label="t('plan.wearDays')"
      name="goal.wear_days"
      :unit="t('plan.daysUnit')"
      :model-value="desk.wish.value.goal.wear_days ?? null"
      :placeholder="wear ? String(wear) : t('plan.usual')"
      width="110px"
      @update:model-value="desk.patch({ goal: { wear_days: $event } })"
    />
    <ArrivalFields :desk :planned="now" />
    <Pick
      :label="t('plan.cleanser')"
      name="cleanser"
      :options="options(cleansingValues, 'cleansers')"
      width="190px"
      :model-value="desk.wish.value.cleanser ?? 'auto'"
      @update:model-value="desk.patch({ cleanser: $event ?? null })"
    />
    <Amount
      v-if="rods"
      :label="t('plan.rod')"
      name="goal.rod_mm"
      unit="mm"
      :model-value="desk.wish.value.goal.rod_mm ?? null"
      :placeholder="figure(rods, 'mm')"
      width="96px"
      @update:model-value="desk.patch({ goal: { rod_mm: $event } })"
    />
    <Choice
      v-if="desk.wish.value.goal.style === 'under_wig_base'"
      :label="t('plan.leaveOut')"
      :model-value="desk.wish.value.goal.leave_out ? 'front' : 'none'"
      :options="options(['none', 'front'] as const, 'leaveOuts')"
      @update:model-value="desk.patch({ goal: { leave_out: $event === 'front' } })"
    />
    <Choice
      :label="t('plan.posture')"
      :model-value="desk.wish.value.goal.head_down ? 'down' : 'upright'"
      :options="options(['upright', 'down'] as const, 'postures')"
      @update:model-value="desk.patch({ goal: { head_down: $event === 'down' } })"
    />
    <SchoolFields
      :model-value="desk.wish.value.school ?? undefined"
      @change="(topic, value) => desk.patch({ school: { [topic]: value } })"
    />
  </div>
</template>

<style scoped>
:deep(.begin .el-input__prefix) {
  display: none;
}
.wish {
  display: flex;
  flex-wrap: wrap;
  align-items: start;
  gap: 8px 14px;
}
.second {
  margin-top: 8px;
  padding: 12px 14px;
  border: 1px solid var(--line);
  background: var(--paper);
}
.style {
  width: 210px;
}
.style :deep(.el-select__wrapper) {
  font: 700 16px var(--display);
}
.definition {
  width: 126px;
}
.definition :deep(.el-slider) {
  padding: 0 8px;
  height: 40px;
}
.more {
  margin: 23px 0 0 auto;
}
</style>
