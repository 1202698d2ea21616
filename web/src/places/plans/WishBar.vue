<script setup lang="ts">
/** What is wished: the choices that change a plan. */
import { ElDatePicker, ElOption, ElOptionGroup, ElSelect, ElSlider } from 'element-plus'
import { computed, ref } from 'vue'
import { useI18n } from 'vue-i18n'

import type { Problem, Schemas } from '@/api/client'
import type { Wish } from '@/api/queries'
import Amount from '@/parts/Amount.vue'
import Choice from '@/parts/Choice.vue'
import { short } from '@/text/format'

import SchoolFields from './SchoolFields.vue'
import { type Style, STYLES } from './services'

const props = defineProps<{
  problems: Problem[]
  count?: number
  /** Whether the scheme of the parting always makes the same number. */
  ownNumber?: boolean
  releaseH?: number
  dryMin?: number
  /** Heat the last plan was computed for: as wished, else what this head can take. */
  heat?: Wish['goal']['max_heat']
  /** Days the last plan is worn. */
  wear?: number
  /** Diameter of the rods the last plan takes, if it takes any. */
  rods?: number
  /** The air the last plan was computed for. */
  air?: Schemas['Room']
}>()
const wish = defineModel<Wish>({ required: true })
const { t } = useI18n()

const more = ref(false)
const ON_HEAD = [
  'loose',
  'twists',
  'flat_twists',
  'braids',
  'coils',
  'rods',
  'wash_and_go',
  'bun',
  'sewn_in',
] as const

const wrong = (field: string) => props.problems.find((one) => one.field === field)?.message

function set(change: Partial<Wish>) {
  wish.value = { ...wish.value, ...change }
}
function setGoal(change: Partial<Wish['goal']>) {
  set({ goal: { ...wish.value.goal, ...change } })
}
/** Another style has other usual numbers. */
function setStyle(style: Style) {
  const goal = { ...wish.value.goal, style, sections: null, release_after_h: null, wear_days: null }
  // Changes by hand belong to the routine they were made in.
  const own = { rod_mm: null, coil_mm: null, bands: null }
  set({ goal: { ...goal, ...own }, edits: [], parting: {}, stages: [] })
}
const begin = computed(() =>
  wish.value.planned_start ? new Date(wish.value.planned_start) : undefined,
)
const setBegin = (at: Date | null) => set({ planned_start: at?.toISOString() ?? null })
const now = computed(() => wish.value.now ?? null)
function setNow(change: NonNullable<Wish['now']>) {
  set({ now: { ...(now.value ?? {}), ...change } })
}
function setDryer(dry: Wish['dry']) {
  set({ dry, dry_min: null, stages: [] })
}
/** Another number of sections is another parting: what a hand changed belonged to the old one. */
function setSections(sections: number | null | undefined) {
  const { even, part_cm, order, scheme } = wish.value.parting ?? {}
  const kept = { even, part_cm, order, scheme: props.ownNumber ? null : scheme }
  set({ goal: { ...wish.value.goal, sections: sections ?? null }, parting: kept })
}
const byStages = computed(() => (wish.value.stages?.length ?? 0) > 0)
function step(by: number) {
  setSections(Math.max(1, (wish.value.goal.sections ?? props.count ?? 1) + by))
}

const definition = computed({
  get: () => Math.round((wish.value.goal.definition ?? 0.5) * 100),
  set: (value) => setGoal({ definition: value / 100 }),
})
const room = computed(() => wish.value.room ?? { temp_c: undefined, rh: undefined })
const rhPercent = computed(() =>
  room.value.rh === undefined ? null : Math.round(room.value.rh * 1000) / 10,
)
function setRoom(change: { temp_c?: number | null; rh?: number | null }) {
  const next = { ...room.value, ...change }
  const kept = Object.fromEntries(
    Object.entries(next).filter(([, value]) => value !== null && value !== undefined),
  )
  set({ room: Object.keys(kept).length ? kept : null })
}
const school = computed(() => wish.value.school ?? {})
const options = <Value extends string>(values: readonly Value[], key: string) =>
  values.map((value) => ({ value, text: t(`plan.${key}.${value}`) }))
</script>

<template>
  <div class="wish">
    <div class="field style">
      <label for="style">{{ t('plan.style') }}</label>
      <ElSelect
        id="style"
        :model-value="wish.goal.style"
        :aria-label="t('plan.style')"
        @update:model-value="setStyle"
      >
        <ElOptionGroup
          v-for="group in STYLES"
          :key="group.group"
          :label="t(`plan.groups.${group.group}`)"
        >
          <ElOption
            v-for="one in group.styles"
            :key="one"
            :value="one"
            :label="t(`plan.styles.${one}`)"
          />
        </ElOptionGroup>
      </ElSelect>
      <span v-if="wrong('goal.style')" class="wrong" role="alert">{{ wrong('goal.style') }}</span>
    </div>
    <div class="field definition">
      <span class="label">{{ t('plan.definition') }}</span>
      <ElSlider
        v-model="definition"
        :step="5"
        :show-tooltip="false"
        :aria-label="t('plan.definition')"
      />
    </div>
    <div class="stepper">
      <button class="act" type="button" :aria-label="`${t('plan.sections')} −`" @click="step(-1)">
        −
      </button>
      <Amount
        :label="t('plan.sections')"
        :model-value="wish.goal.sections ?? null"
        :placeholder="count ? String(count) : t('plan.sectionsUsual')"
        :wrong="wrong('goal.sections')"
        width="64px"
        @update:model-value="setSections($event)"
      />
      <button class="act" type="button" :aria-label="`${t('plan.sections')} +`" @click="step(1)">
        +
      </button>
    </div>
    <Choice
      :label="byStages ? t('plan.dryingStages') : t('plan.drying')"
      :model-value="byStages ? undefined : wish.dry"
      :options="options(['air', 'hood', 'diffuser'] as const, 'dryers')"
      @update:model-value="setDryer"
    />
    <Amount
      v-if="wish.dry !== 'air' && !byStages"
      :label="t('plan.dryMin')"
      :unit="t('plan.minutesUnit')"
      :model-value="wish.dry_min ?? null"
      :placeholder="dryMin ? String(dryMin) : t('plan.asNeeded')"
      :wrong="wrong('dry_min')"
      width="110px"
      @update:model-value="set({ dry_min: $event })"
    />
    <Amount
      :label="t('plan.release')"
      :unit="t('plan.hours')"
      :model-value="wish.goal.release_after_h ?? null"
      :placeholder="releaseH === undefined ? t('plan.usual') : String(releaseH)"
      :wrong="wrong('goal.release_after_h')"
      width="96px"
      @update:model-value="setGoal({ release_after_h: $event })"
    />
    <div class="field">
      <label for="begin">{{ t('plan.begin') }}</label>
      <ElDatePicker
        id="begin"
        :model-value="begin"
        type="datetime"
        format="D MMM, HH:mm"
        :placeholder="t('plan.beginUnset')"
        :aria-label="t('plan.begin')"
        class="begin"
        style="width: 126px"
        @update:model-value="setBegin"
      />
      <span v-if="wrong('planned_start')" class="wrong" role="alert">{{
        wrong('planned_start')
      }}</span>
    </div>
    <button class="act more" type="button" :aria-expanded="more" @click="more = !more">
      {{ more ? t('plan.fewer') : t('plan.more') }}
    </button>
  </div>
  <div v-if="more" class="wish second">
    <Amount
      :label="t('plan.temp')"
      unit="°C"
      :model-value="room.temp_c ?? null"
      :placeholder="air?.temp_c === undefined ? t('plan.usual') : short(air.temp_c)"
      :wrong="wrong('room.temp_c')"
      width="96px"
      @update:model-value="setRoom({ temp_c: $event })"
    />
    <Amount
      :label="t('plan.rh')"
      unit="%"
      :model-value="rhPercent"
      :placeholder="air?.rh === undefined ? t('plan.usual') : short(air.rh * 100)"
      :wrong="wrong('room.rh') && t('plan.rhRange')"
      width="96px"
      @update:model-value="setRoom({ rh: $event == null ? null : $event / 100 })"
    />
    <Choice
      :label="t('plan.heat')"
      :model-value="wish.goal.max_heat ?? heat ?? 'medium'"
      :options="options(['none', 'low', 'medium'] as const, 'heats')"
      @update:model-value="setGoal({ max_heat: $event })"
    />
    <Choice
      :label="t('plan.blot')"
      :model-value="wish.blot ?? 'usual'"
      :options="options(['usual', 'none', 'cloth', 'pressed'] as const, 'blots')"
      @update:model-value="set({ blot: $event === 'usual' ? null : $event })"
    />
    <Amount
      :label="t('plan.limit')"
      :unit="t('plan.minutesUnit')"
      :model-value="wish.goal.time_limit_min ?? null"
      :placeholder="t('plan.noLimit')"
      :wrong="wrong('goal.time_limit_min')"
      width="120px"
      @update:model-value="setGoal({ time_limit_min: $event })"
    />
    <Amount
      :label="t('plan.wearDays')"
      :unit="t('plan.daysUnit')"
      :model-value="wish.goal.wear_days ?? null"
      :placeholder="wear ? String(wear) : t('plan.usual')"
      :wrong="wrong('goal.wear_days')"
      width="110px"
      @update:model-value="setGoal({ wear_days: $event })"
    />
    <div class="field">
      <label for="now">{{ t('plan.now') }}</label>
      <ElSelect
        id="now"
        :model-value="now?.style ?? 'record'"
        :aria-label="t('plan.now')"
        style="width: 170px"
        @update:model-value="$event === 'record' ? set({ now: null }) : setNow({ style: $event })"
      >
        <ElOption value="record" :label="t('plan.nowRecord')" />
        <ElOption v-for="one in ON_HEAD" :key="one" :value="one" :label="t(`plan.nows.${one}`)" />
      </ElSelect>
    </div>
    <Amount
      v-if="now?.style && now.style !== 'loose'"
      :label="t('plan.worn')"
      :unit="t('plan.daysUnit')"
      :model-value="now.worn_days ?? null"
      :wrong="wrong('now.worn_days')"
      width="110px"
      @update:model-value="setNow({ worn_days: $event })"
    />
    <Amount
      v-if="rods"
      :label="t('plan.rod')"
      unit="mm"
      :model-value="wish.goal.rod_mm ?? null"
      :placeholder="String(rods)"
      :wrong="wrong('goal.rod_mm')"
      width="96px"
      @update:model-value="setGoal({ rod_mm: $event })"
    />
    <Choice
      v-if="wish.goal.style === 'under_wig_base'"
      :label="t('plan.leaveOut')"
      :model-value="wish.goal.leave_out ? 'front' : 'none'"
      :options="options(['none', 'front'] as const, 'leaveOuts')"
      @update:model-value="setGoal({ leave_out: $event === 'front' })"
    />
    <Choice
      :label="t('plan.posture')"
      :model-value="wish.goal.head_down ? 'down' : 'upright'"
      :options="options(['upright', 'down'] as const, 'postures')"
      @update:model-value="setGoal({ head_down: $event === 'down' })"
    />
    <Amount
      :label="t('plan.days')"
      :unit="t('plan.daysAgo')"
      :model-value="wish.days_since_detangle ?? null"
      :placeholder="t('plan.sinceVisit')"
      :wrong="wrong('days_since_detangle') ?? wrong('hair.days_since_detangle')"
      width="170px"
      @update:model-value="set({ days_since_detangle: $event })"
    />
    <SchoolFields
      :model-value="school"
      @update:model-value="set({ school: $event && Object.keys($event).length ? $event : null })"
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
  gap: 8px 18px;
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
  width: 150px;
}
.definition :deep(.el-slider) {
  padding: 0 8px;
  height: 40px;
}
.stepper {
  display: flex;
}
.stepper .act {
  width: 40px;
  margin-top: 23px;
  padding: 0;
  font-size: 20px;
}
.stepper :deep(.el-input__wrapper) {
  padding: 0 6px;
}
.stepper :deep(input) {
  text-align: center;
  font-weight: 700;
}
.stepper :deep(label) {
  white-space: nowrap;
}
.more {
  margin: 23px 0 0 auto;
}
</style>
