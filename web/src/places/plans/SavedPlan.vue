<script setup lang="ts">
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import { RouterLink, useRouter } from 'vue-router'

import { usePlan } from '@/api/queries'
import PageHead from '@/parts/PageHead.vue'
import Problem from '@/parts/Problem.vue'
import { ago, when } from '@/text/format'
import { wishOfPlan } from '@/wish/patch'
import { useWish } from '@/wish/useWish'

import PlanBody from './PlanBody.vue'

const props = defineProps<{ plan: number }>()
const { t } = useI18n()
const router = useRouter()
const plan = usePlan(() => props.plan)

const planned = computed(() => {
  const start = plan.data.value?.planned_start
  return start ? ` · ${t('plan.plannedFor', { when: when(new Date(start), new Date()) })}` : ''
})
function revise() {
  const saved = plan.data.value
  if (!saved) return
  useWish(saved.head).start(wishOfPlan(saved))
  void router.push(`/heads/${saved.head}/plan`)
}
</script>

<template>
  <Problem v-if="plan.error.value" :error="plan.error.value" @retry="plan.refetch()" />
  <p v-else-if="!plan.data.value" class="quiet" role="status">{{ t('app.loading') }}</p>
  <template v-else>
    <PageHead
      :title="plan.data.value.head_name"
      :to="`/heads/${plan.data.value.head}`"
      :about="`${plan.data.value.title}, ${plan.data.value.answer.sections.length}${planned}`"
      :state="
        t('plan.asItWas', {
          ago: ago(plan.data.value.made_at),
          who: plan.data.value.made_by,
          version: plan.data.value.rules_version,
        })
      "
    >
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
    </PageHead>
    <PlanBody :answer="plan.data.value.answer" />
  </template>
</template>
