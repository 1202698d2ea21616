<script setup lang="ts">
/** One section: what it holds, and what can be done with it. */
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'

import type { PartChange } from '@/api/crown'
import { layValues } from '@/api/generated'
import type { Reason, Section } from '@/api/queries'
import Amount from '@/parts/Amount.vue'
import WhyList from '@/parts/WhyList.vue'
import { number, short } from '@/text/format'
import { measure } from '@/text/measures'

const props = defineProps<{
  section: Section
  of: number
  merging: boolean
  done: boolean
  ticking: boolean
  reasons: Reason[]
}>()
const emit = defineEmits<{ change: [change: PartChange]; merge: []; tick: [] }>()
const alike = defineModel<boolean>('alike', { required: true })
const { t } = useI18n()

const key = computed(() => props.section.key ?? '')
const facts = computed(() => {
  const section = props.section
  const facts: [string, string | undefined][] = [
    ['area', `${short(section.area_cm2, 0)} cm²`],
    ['hairs', number(section.hairs)],
    ['grams', `${measure(section.grams, 'g')}`],
    ['length', `${measure(section.length_cm, 'cm')}`],
    ['sits', section.sits_cm == null ? undefined : `${measure(section.sits_cm, 'cm')}`],
    ['minutes', section.minutes == null ? undefined : `${short(section.minutes)} min`],
    ['dry', section.h_to_dry == null ? undefined : `${short(section.h_to_dry)} h`],
    ['rod', section.rod_mm == null ? undefined : `${measure(section.rod_mm, 'mm')}`],
    ['turns', section.turns == null ? undefined : short(section.turns)],
    ['wound', section.wound_mm == null ? undefined : `${measure(section.wound_mm, 'mm')}`],
    ['curl', section.curl_mm == null ? undefined : `${measure(section.curl_mm, 'mm')}`],
    ['bundle', section.bundle == null ? undefined : String.fromCharCode(64 + section.bundle)],
  ]
  return facts.filter(([, value]) => value !== undefined)
})
const doses = computed(() => Object.entries(props.section.doses ?? {}))

function setNumber(value: number | null | undefined) {
  if (!value || !Number.isInteger(value) || value === props.section.number) return
  emit('change', { op: 'number', key: key.value, number: value, alike: false })
}
</script>

<template>
  <section class="panel" aria-live="polite">
    <h2>
      {{ t('crown.chosen', { n: section.number }) }}
      <span class="quiet">{{ t(`hair.zones.${section.zone}`) }}</span>
      <WhyList :reasons="reasons" :about="t('crown.chosen', { n: section.number })" />
    </h2>
    <dl>
      <div v-for="[name, value] in facts" :key="name">
        <dt>{{ t(`crown.${name}`) }}</dt>
        <dd>{{ value }}</dd>
      </div>
      <div v-for="[role, grams] in doses" :key="role">
        <dt>{{ t(`plan.roles.${role}`) }}</dt>
        <dd>{{ measure(grams, 'g', 2) }}</dd>
      </div>
    </dl>
    <div class="acts">
      <span class="label">{{ t('crown.split') }}</span>
      <div class="row">
        <button
          v-for="run in ['along', 'across'] as const"
          :key="run"
          class="act"
          type="button"
          @click="emit('change', { op: 'split', key, run, alike })"
        >
          {{ t(`crown.splits.${run}`) }}
        </button>
        <button class="act" type="button" :aria-pressed="merging" @click="emit('merge')">
          {{ merging ? t('crown.cancel') : t('crown.merge') }}
        </button>
      </div>
      <span class="label">{{ t('crown.lay') }}</span>
      <div class="row joined">
        <button
          v-for="lay in layValues"
          :key="lay"
          class="act"
          type="button"
          :class="{ main: section.lay === lay }"
          :aria-pressed="section.lay === lay"
          @click="emit('change', { op: 'lay', key, lay, alike })"
        >
          {{ t(`crown.lays.${lay}`) }}
        </button>
      </div>
      <div class="row end">
        <Amount
          :label="t('crown.number')"
          :model-value="section.number"
          width="84px"
          @update:model-value="setNumber"
        />
        <label class="tick">
          <input v-model="alike" type="checkbox" />
          {{ t('crown.alike') }}
        </label>
        <button
          v-if="ticking"
          class="act"
          type="button"
          :class="{ main: done }"
          @click="emit('tick')"
        >
          {{ t('crown.done') }}
        </button>
      </div>
    </div>
  </section>
</template>

<style scoped>
.panel {
  min-width: 0;
  padding: 12px 14px;
  border: 1px solid var(--line);
  background: var(--paper);
}
h2 {
  display: flex;
  flex-wrap: wrap;
  align-items: baseline;
  gap: 8px;
  font-size: 20px;
}
dl {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(68px, 1fr));
  gap: 4px 10px;
  margin: 8px 0 10px;
}
dt {
  color: var(--ink-2);
  font-size: 12px;
}
dd {
  margin: 0;
  font-weight: 650;
}
.acts {
  display: grid;
  gap: 4px;
}
.label {
  color: var(--ink-2);
  font-size: 13px;
}
.row {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
}
.row .act {
  padding: 0 10px;
}
.joined {
  gap: 0;
}
.joined .act {
  flex: 1;
  padding: 0 4px;
}
.joined .act + .act {
  margin-left: -1px;
}
.end {
  align-items: end;
  gap: 6px 14px;
  margin-top: 6px;
}
.tick {
  display: flex;
  align-items: center;
  gap: 8px;
  min-height: 40px;
}
.tick input {
  width: 18px;
  height: 18px;
  accent-color: var(--ink);
}
</style>
