<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { RouterLink, useRouter } from 'vue-router'

import { usePlan } from '@/api/queries'
import Trouble from '@/parts/Trouble.vue'
import { ago, when } from '@/text/format'
import { wishOfPlan } from '@/wish/patch'
import { useWish } from '@/wish/useWish'

import PlanBody from './PlanBody.vue'

const props = defineProps<{ plan: number }>()
const { t } = useI18n()
const router = useRouter()
const plan = usePlan(() => props.plan)

function revise() {
  const saved = plan.data.value
  if (!saved) return
  useWish(saved.head).start(wishOfPlan(saved))
  void router.push(`/heads/${saved.head}/plan`)
}
</script>

<template>
  <Trouble v-if="plan.error.value" :error="plan.error.value" @retry="plan.refetch()" />
  <p v-else-if="!plan.data.value" class="quiet" role="status">{{ t('app.loading') }}</p>
  <template v-else>
    <div class="top">
      <h1>
        <RouterLink :to="`/heads/${plan.data.value.head}`">{{
          plan.data.value.head_name
        }}</RouterLink>
      </h1>
      <p class="title">{{ plan.data.value.title }}, {{ plan.data.value.answer.sections.length }}</p>
      <span v-if="plan.data.value.planned_start" class="state">
        {{
          t('plan.plannedFor', { when: when(new Date(plan.data.value.planned_start), new Date()) })
        }}
      </span>
      <span class="quiet state">
        {{
          t('plan.asItWas', {
            ago: ago(plan.data.value.made_at),
            who: plan.data.value.made_by,
            version: plan.data.value.rules_version,
          })
        }}
      </span>
      <RouterLink class="act" :to="`/plans/${props.plan}/print`">{{ t('tabs.print') }}</RouterLink>
      <button class="act" type="button" @click="revise">{{ t('plan.revise') }}</button>
      <RouterLink
        v-if="plan.data.value.visits.length"
        class="act main"
        :to="`/visits/${plan.data.value.visits[0]}`"
      >
        {{ t('plan.seeVisit') }}
      </RouterLink>
      <RouterLink v-else class="act main" :to="`/plans/${props.plan}/visit`">
        {{ t('plan.record') }}
      </RouterLink>
    </div>
    <PlanBody :answer="plan.data.value.answer" />
  </template>
</template>

<style scoped>
.top {
  display: flex;
  align-items: baseline;
  gap: 16px;
}
h1 a {
  text-decoration: none;
}
.title {
  font: 700 18px var(--display);
}
.state {
  margin-left: auto;
}
</style>
