<script setup lang="ts">
/** The looks that follow a set, each a strip of its own. */
import { computed, ref } from 'vue'
import { useI18n } from 'vue-i18n'

import { useStyles } from '@/api/styles'
import { useChain, type Wish } from '@/api/queries'
import { refusalOf } from '@/forms/refusal'
import Await from '@/parts/Await.vue'
import PleatStrip from '@/parts/PleatStrip.vue'
import Refusals from '@/parts/Refusals.vue'
import { minutes } from '@/text/format'
import { measure } from '@/text/measures'

const props = defineProps<{ wish: Wish }>()
const emit = defineEmits<{ looks: [looks: NonNullable<Wish['goal']['looks']>] }>()
const { t } = useI18n()
const styles = useStyles()
const open = ref(false)
const chain = useChain(
  () => props.wish,
  () => open.value,
)
const links = computed(() => chain.data.value?.links ?? [])
const longest = computed(() => Math.max(0, ...links.value.map((link) => link.client_min)))
const refusal = refusalOf(chain.error)
/** Another day for a look; the others stay where they are. */
const LAST_DAY = 14
const dayOf = (at: number) => links.value[at]?.day ?? LAST_DAY + 1
function moveTo(at: number, day: number) {
  const looks = links.value.slice(1).map(({ day, style }) => ({ day, style }))
  const look = looks[at - 1]
  if (look)
    emit(
      'looks',
      looks.map((other) => (other === look ? { ...look, day } : other)),
    )
}
const folds = (steps: (typeof links.value)[number]['steps']) =>
  steps.map((step) => ({ ...step, cautions: step.cautions ?? [] }))
</script>

<template>
  <section class="days">
    <h2>{{ t('days.title') }}</h2>
    <button v-if="!open" class="act" type="button" @click="open = true">
      {{ t('days.show') }}
    </button>
    <Refusals v-else-if="chain.error.value" :refusal="refusal" @retry="chain.refetch()" />
    <Await v-else v-slot="{ data }" :data="chain.data.value" :loading="t('plan.computing')">
      <ol>
        <li v-for="(link, at) in links" :key="at">
          <div class="look">
            <b v-if="!at">{{ t('days.day', { n: link.day }) }}</b>
            <span v-else class="day">
              <button
                class="act"
                type="button"
                :aria-label="t('days.earlier', { look: link.title })"
                :disabled="link.day - 1 <= dayOf(at - 1)"
                @click="moveTo(at, link.day - 1)"
              >
                ‹
              </button>
              <b>{{ t('days.day', { n: link.day }) }}</b>
              <button
                class="act"
                type="button"
                :aria-label="t('days.later', { look: link.title })"
                :disabled="link.day + 1 >= dayOf(at + 1)"
                @click="moveTo(at, link.day + 1)"
              >
                ›
              </button>
            </span>
            {{ link.title }}
            <span class="quiet">
              {{ styles.titleOf(link.style) }} · {{ minutes(link.hands_on_min) }}
              {{ t('plan.handsOn') }}
              <template v-for="(grams, role) in link.product_g" :key="role">
                · {{ t(`plan.roles.${role}`) }} {{ measure(grams, 'g') }}
              </template>
            </span>
          </div>
          <PleatStrip :steps="folds(link.steps)" size="row" :scale="longest" />
        </li>
      </ol>
      <p class="quiet">{{ t('days.wash', { n: data.wash_by_day }) }}</p>
    </Await>
  </section>
</template>

<style scoped>
.days {
  margin-top: 18px;
}
.days > .act {
  margin-top: 6px;
}
ol {
  margin: 0;
  padding: 0;
  list-style: none;
}
li {
  padding: 8px 0;
  border-bottom: 1px solid var(--line);
}
.look {
  display: flex;
  flex-wrap: wrap;
  align-items: baseline;
  gap: 2px 10px;
  margin-bottom: 4px;
}
.day .act {
  min-height: 30px;
  min-width: 30px;
  margin: 0 4px;
  padding: 0;
}
</style>
