<script setup lang="ts">
/** What the answers so far add up to, and how sure that is. */
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'

import type { Schemas } from '@/api/client'
import { levelValues } from '@/api/generated'
import WhyList from '@/parts/WhyList.vue'
import { percent, short } from '@/text/format'
import { figure, measure } from '@/text/measures'

const props = defineProps<{ profile: Schemas['Profile']; part: string }>()
const { t } = useI18n()

const estimates = computed(() => props.profile.estimates)
const top = computed(() => estimates.value.density?.high ?? 300)
const scale = computed(() =>
  Math.max(300, top.value, ...estimates.value.density_ways.map((w) => w.high)),
)
const at = (value: number) => `${(100 * value) / scale.value}%`

const testName = (test: string) => t(`consult.ask.${test === 'word' ? 'porosity' : test}`)
const reasons = computed(() =>
  estimates.value.porosity_tests.map((test) => ({
    rule: test.test,
    because: t('consult.saysOn', {
      test: testName(test.test),
      level: t(`hair.word.${test.says}`),
    }),
    trigger: test.weak ? t('consult.weakLong') : t('consult.counts'),
    source: t('consult.bayes'),
  })),
)
</script>

<template>
  <aside class="estimates" :aria-label="t('consult.known')">
    <h2>{{ t('consult.known') }}</h2>
    <section>
      <div class="line">
        <h3>{{ t('hair.kind.porosity') }}</h3>
        <b v-if="estimates.porosity_tests.length">{{
          t(`hair.word.${estimates.porosity.class}`)
        }}</b>
        <WhyList v-if="reasons.length" :reasons="reasons" :about="t('hair.kind.porosity')" />
      </div>
      <p v-if="!estimates.porosity_tests.length" class="quiet">{{ t('consult.noTests') }}</p>
      <div v-for="level in levelValues" :key="level" class="bar">
        <span>{{ t(`hair.word.${level}`) }}</span>
        <i><u :style="{ width: percent(estimates.porosity[level]) }" /></i>
        <span class="n">{{ percent(estimates.porosity[level]) }}</span>
      </div>
      <p v-if="estimates.porosity.class !== estimates.porosity.by_tests" class="quiet">
        {{ t('consult.decided', { level: t(`hair.word.${estimates.porosity.by_tests}`) }) }}
      </p>
      <p v-if="estimates.porosity.disagree.length" class="loud">
        {{ t('consult.disagree', { tests: estimates.porosity.disagree.map(testName).join(', ') }) }}
      </p>
      <p v-if="estimates.next_tests[0]" class="quiet">
        {{
          t('consult.nextTest', {
            test: testName(estimates.next_tests[0].test),
            bits: short(estimates.next_tests[0].bits, 2),
          })
        }}
      </p>
    </section>
    <section>
      <div class="line">
        <h3>{{ t('consult.density') }}</h3>
        <b v-if="estimates.density">
          {{ t('hair.summary.density', { value: short(estimates.density.value, 0) }) }}
        </b>
        <span v-if="estimates.density" class="quiet">
          {{ short(estimates.density.low, 0) }}–{{ short(estimates.density.high, 0) }},
          {{ t(`hair.word.${estimates.density.class}`) }}
        </span>
      </div>
      <p v-if="!estimates.density" class="quiet">{{ t('consult.noDensity') }}</p>
      <div v-for="way in estimates.density_ways" :key="way.way" class="bar">
        <span :class="{ loud: way.disagrees }">{{ t(`consult.way.${way.way}`) }}</span>
        <i>
          <u :style="{ left: at(way.low), width: at(way.high - way.low) }" class="span" />
          <u :style="{ left: at(way.value) }" class="dot" />
        </i>
        <span class="n">{{ short(way.value, 0) }}</span>
      </div>
      <p v-for="(zone, name) in estimates.zone_density" :key="name" class="quiet">
        {{ t(`hair.zones.${name}`) }}: {{ short(zone.value, 0) }} ({{ short(zone.low, 0) }}–{{
          short(zone.high, 0)
        }})
      </p>
      <p v-if="estimates.density_ways.some((way) => way.disagrees)" class="loud">
        {{ t('consult.waysDisagree') }}
      </p>
    </section>
    <section v-if="estimates.shrinkage !== null || estimates.growth">
      <h3>{{ t('consult.curl') }}</h3>
      <p v-if="estimates.shrinkage !== null">
        {{ t('hair.summary.shrinks', { share: percent(estimates.shrinkage) }) }}
        <span v-if="estimates.shrinkage_by_helix !== null" class="quiet">
          ({{ t('consult.byHelix', { share: percent(estimates.shrinkage_by_helix) }) }})
        </span>
      </p>
      <p v-if="estimates.growth">
        {{ t('consult.grows', { cm: measure(estimates.growth.cm_per_month, 'cm') }) }}
        <span class="quiet">
          {{
            t('consult.growsRange', {
              low: figure(estimates.growth.low, 'cm'),
              high: figure(estimates.growth.high, 'cm'),
              from: short(estimates.growth.published_low),
              to: short(estimates.growth.published_high),
            })
          }}
        </span>
      </p>
    </section>
    <section v-if="estimates.elasticity || estimates.fallen">
      <h3>{{ t('consult.part.strength') }}</h3>
      <p v-if="estimates.elasticity">
        <b>{{ t(`consult.words.${estimates.elasticity.class}`) }}.</b>
        {{ estimates.elasticity.advice }}
      </p>
      <p v-if="estimates.fallen" :class="{ loud: estimates.fallen.more_broken }">
        {{ estimates.fallen.text }}
      </p>
    </section>
    <section v-if="profile.missing.length" class="missing">
      <p v-for="gap in profile.missing" :key="gap.field">{{ gap.message }}</p>
    </section>
  </aside>
</template>

<style scoped>
.estimates {
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
