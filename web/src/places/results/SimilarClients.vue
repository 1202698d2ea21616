<script setup lang="ts">
/** On hair like this: which routines lasted longest, frizzed least, took least, cost least. */
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'

import { useSimilarClients } from '@/api/results'
import { useSalon } from '@/api/queries'
import Figures from '@/parts/Figures.vue'
import { minutes, money, number } from '@/text/format'

const props = defineProps<{ client: number }>()
const { t } = useI18n()
const like = useSimilarClients(() => props.client)
const standard = useSalon()

type Aspect = NonNullable<typeof like.data.value>['aspects'][number]
const shown = (aspect: Aspect['aspect'], value: number | null) => {
  if (value === null) return ''
  if (aspect === 'cost') return money(value, standard.data.value?.currency ?? 'EUR')
  return aspect === 'minutes' ? minutes(value) : number(value, 1)
}
const aspects = computed(() =>
  (like.data.value?.aspects ?? []).filter((one) => one.routines.length),
)
</script>

<template>
  <section v-if="like.data.value">
    <h2>{{ t('like.title') }}</h2>
    <p class="quiet">
      {{
        t(
          'like.clients',
          {
            n: like.data.value.clients,
            of: like.data.value.looked_at,
            within: number(like.data.value.within, 2),
            farthest: number(like.data.value.farthest ?? 0, 2),
          },
          like.data.value.clients,
        )
      }}
    </p>
    <p v-if="!like.data.value.clients">{{ t('like.nobody') }}</p>
    <template v-else>
      <p class="quiet">{{ like.data.value.warning }}</p>
      <div class="aspects">
        <Figures v-for="one in aspects" :key="one.aspect" :label="t(`like.aspects.${one.aspect}`)">
          <thead>
            <tr>
              <th>{{ t(`like.aspects.${one.aspect}`) }}</th>
              <th class="n">{{ t('like.mean') }}</th>
              <th class="n">{{ t('results.sure') }}</th>
              <th class="n">{{ t('like.restsOn') }}</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="row in one.routines" :key="row.routine">
              <td>{{ row.title }}</td>
              <template v-if="row.mean !== null">
                <td class="n">
                  <b>{{ shown(one.aspect, row.mean) }}</b>
                </td>
                <td class="n quiet">
                  {{ shown(one.aspect, row.low) }} – {{ shown(one.aspect, row.high) }}
                </td>
              </template>
              <td v-else colspan="2" class="n quiet">
                {{
                  t('like.tooFew', {
                    visits: like.data.value.least_visits,
                    clients: like.data.value.least_clients,
                  })
                }}
              </td>
              <td class="n quiet">
                {{ t('results.visitCount', { n: row.visits }, row.visits) }},
                {{ t('like.clientCount', { n: row.clients }, row.clients) }}
              </td>
            </tr>
          </tbody>
        </Figures>
      </div>
    </template>
  </section>
</template>

<style scoped>
h2 {
  margin: 0 0 6px;
  font: 700 20px var(--display);
}
p {
  max-width: 980px;
  margin: 0 0 8px;
}
.aspects {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(min(520px, 100%), 1fr));
  align-items: start;
  gap: 20px 36px;
}
</style>
