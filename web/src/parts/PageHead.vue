<script setup lang="ts">
/** The head of a page: what it is about, how it stands, what can be done; wraps where it is narrow. */
import { useTitle } from '@vueuse/core'
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import { RouterLink } from 'vue-router'

const props = defineProps<{
  title: string
  /** Where the title leads. */
  to?: string
  about?: string
  state?: string
  /** The tabs stand on a line of their own. */
  stacked?: boolean
}>()
const { t } = useI18n()
useTitle(computed(() => [props.title, props.about, t('app.name')].filter(Boolean).join(' · ')))
</script>

<template>
  <div class="page-head">
    <h1>
      <RouterLink v-if="to" :to="to">{{ title }}</RouterLink>
      <template v-else>{{ title }}</template>
    </h1>
    <p v-if="about || $slots.about" class="about">
      <slot name="about">{{ about }}</slot>
    </p>
    <slot v-if="!stacked" name="tabs" />
    <span class="quiet state" role="status">{{ state }}</span>
    <div v-if="$slots.default" class="actions"><slot /></div>
    <div v-if="stacked" class="line"><slot name="tabs" /></div>
  </div>
</template>

<style scoped>
.page-head {
  display: flex;
  flex-wrap: wrap;
  align-items: baseline;
  gap: 4px 16px;
  margin-bottom: 10px;
}
h1 {
  min-width: 0;
  overflow-wrap: anywhere;
}
h1 a {
  text-decoration: none;
}
.about {
  min-width: 0;
  color: var(--ink-2);
}
.state {
  margin-left: auto;
}
.actions {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px 12px;
}
.line {
  flex-basis: 100%;
}
@media (max-width: 600px) {
  .state:empty {
    display: none;
  }
  .actions {
    width: 100%;
  }
}
@media print {
  .page-head {
    display: none;
  }
}
</style>
