<script setup lang="ts">
/** What the answers so far add up to, and how sure that is. */
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'

import type { Schemas } from '@/api/client'
import WhyList from '@/parts/WhyList.vue'
import { percent, short } from '@/text/format'

const props = defineProps<{ profile: Schemas['Profile']; part: string }>()
const { t } = useI18n()

const known = computed(() => props.profile.known)
const LEVELS = ['low', 'medium', 'high'] as const
const top = computed(() => known.value.density?.high ?? 300)
const scale = computed(() =>
  Math.max(300, top.value, ...known.value.density_ways.map((w) => w.high)),
)
const at = (value: number) => `${(100 * value) / scale.value}%`

const testName = (test: string) => t(`consult.ask.${test === 'word' ? 'porosity' : test}`)
const reasons = computed(() =>
  known.value.porosity_tests.map((one) => ({
    rule: one.test,
    because: t('consult.saysOn', {
      test: testName(one.test),
      level: t(`hair.word.${one.says}`),
    }),
    trigger: one.weak ? t('consult.weakLong') : t('consult.counts'),
    source: t('consult.bayes'),
  })),
)
</script>

<template>
  <aside class="known" :aria-label="t('consult.known')">
    <h2>{{ t('consult.known') }}</h2>
    <section>
      <div class="line">
        <h3>{{ t('hair.kind.porosity') }}</h3>
        <b v-if="known.porosity_tests.length">{{ t(`hair.word.${known.porosity.class}`) }}</b>
        <WhyList v-if="reasons.length" :reasons="reasons" :about="t('hair.kind.porosity')" />
      </div>
      <p v-if="!known.porosity_tests.length" class="quiet">{{ t('consult.noTests') }}</p>
      <div v-for="level in LEVELS" :key="level" class="bar">
        <span>{{ t(`hair.word.${level}`) }}</span>
        <i><u :style="{ width: percent(known.porosity[level]) }" /></i>
        <span class="n">{{ percent(known.porosity[level]) }}</span>
      </div>
      <p v-if="known.porosity.class !== known.porosity.by_tests" class="quiet">
        {{ t('consult.decided', { level: t(`hair.word.${known.porosity.by_tests}`) }) }}
      </p>
      <p v-if="known.porosity.disagree.length" class="loud">
        {{ t('consult.disagree', { tests: known.porosity.disagree.map(testName).join(', ') }) }}
      </p>
      <p v-if="known.next_tests[0]" class="quiet">
        {{
          t('consult.nextTest', {
            test: testName(known.next_tests[0].test),
            bits: short(known.next_tests[0].bits, 2),
          })
        }}
      </p>
    </section>
    <section>
      <div class="line">
        <h3>{{ t('consult.density') }}</h3>
        <b v-if="known.density">
          {{ t('hair.summary.density', { value: short(known.density.value, 0) }) }}
        </b>
        <span v-if="known.density" class="quiet">
          {{ short(known.density.low, 0) }}–{{ short(known.density.high, 0) }},
          {{ t(`hair.word.${known.density.class}`) }}
        </span>
      </div>
      <p v-if="!known.density" class="quiet">{{ t('consult.noDensity') }}</p>
      <div v-for="way in known.density_ways" :key="way.way" class="bar">
        <span :class="{ loud: way.disagrees }">{{ t(`consult.way.${way.way}`) }}</span>
        <i>
          <u :style="{ left: at(way.low), width: at(way.high - way.low) }" class="span" />
          <u :style="{ left: at(way.value) }" class="dot" />
        </i>
        <span class="n">{{ short(way.value, 0) }}</span>
      </div>
      <p v-for="(zone, name) in known.zone_density" :key="name" class="quiet">
        {{ t(`hair.zones.${name}`) }}: {{ short(zone.value, 0) }} ({{ short(zone.low, 0) }}–{{
          short(zone.high, 0)
        }})
      </p>
      <p v-if="known.density_ways.some((way) => way.disagrees)" class="loud">
        {{ t('consult.waysDisagree') }}
      </p>
    </section>
    <section v-if="known.shrinkage !== null || known.growth">
      <h3>{{ t('consult.curl') }}</h3>
      <p v-if="known.shrinkage !== null">
        {{ t('hair.summary.shrinks', { share: percent(known.shrinkage) }) }}
        <span v-if="known.shrinkage_by_helix !== null" class="quiet">
          ({{ t('consult.byHelix', { share: percent(known.shrinkage_by_helix) }) }})
        </span>
      </p>
      <p v-if="known.growth">
        {{ t('consult.grows', { cm: short(known.growth.cm_per_month) }) }}
        <span class="quiet">
          {{
            t('consult.growsRange', {
              low: short(known.growth.low),
              high: short(known.growth.high),
              from: short(known.growth.published_low),
              to: short(known.growth.published_high),
            })
          }}
        </span>
      </p>
    </section>
    <section v-if="known.elasticity || known.fallen">
      <h3>{{ t('consult.part.strength') }}</h3>
      <p v-if="known.elasticity">
        <b>{{ t(`consult.words.${known.elasticity.class}`) }}.</b> {{ known.elasticity.advice }}
      </p>
      <p v-if="known.fallen" :class="{ loud: known.fallen.more_broken }">{{ known.fallen.told }}</p>
    </section>
    <section v-if="profile.missing.length" class="missing">
      <p v-for="gap in profile.missing" :key="gap.field">{{ gap.message }}</p>
    </section>
  </aside>
</template>

<style scoped>
.known {
  align-self: start;
  padding: 0 0 0 18px;
  border-left: 1px solid var(--line);
}
section {
  padding: 8px 0 10px;
  border-bottom: 1px solid var(--line);
}
h2 {
  padding-bottom: 6px;
}
h3 {
  font-size: 14px;
}
.line {
  display: flex;
  flex-wrap: wrap;
  align-items: baseline;
  gap: 2px 8px;
  margin-bottom: 4px;
}
.bar {
  display: grid;
  grid-template-columns: 78px 1fr 44px;
  align-items: center;
  gap: 8px;
  min-height: 22px;
  font-size: 14px;
}
.bar i {
  position: relative;
  height: 12px;
  background: var(--remind-ground);
}
.bar u {
  position: absolute;
  inset: 0 auto 0 0;
  background: var(--ink-2);
}
.bar .span {
  inset: 3px auto 3px auto;
  background: var(--line-strong);
}
.bar .dot {
  width: 3px;
  background: var(--ink);
}
.n {
  text-align: right;
}
.loud {
  color: var(--caution);
  font-weight: 600;
}
.missing {
  border: 0;
  border-left: 4px solid var(--caution);
  margin-top: 10px;
  padding: 6px 10px;
  background: var(--caution-ground);
  font-size: 14px;
}
</style>
