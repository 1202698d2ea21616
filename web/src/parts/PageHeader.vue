<script setup lang="ts">
/** The client of a page: what it is about, how it stands, what can be done; wraps where it is narrow. */
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
  /** What it is about stands below its name, small, so that everything else fits beside it. */
  stacked?: boolean
}>()
const { t } = useI18n()
useTitle(computed(() => [props.title, props.about, t('app.name')].filter(Boolean).join(' · ')))
</script>

<template>
  <div class="page-header">
    <div class="named" :class="{ stacked }">
      <h1>
        <!-- Until its name is here a link is not left without one. -->
        <RouterLink v-if="to" :to="to">{{ title || '…' }}</RouterLink>
        <template v-else>{{ title }}</template>
      </h1>
      <p v-if="about || $slots.about" class="about">
        <slot name="about">{{ about }}</slot>
      </p>
    </div>
    <slot name="tabs" />
    <span class="quiet state" role="status">{{ state }}</span>
    <div v-if="$slots.default" class="actions"><slot /></div>
  </div>
</template>

<style scoped>
.page-header {
  display: flex;
  flex-wrap: wrap;
  align-items: baseline;
  gap: 4px 16px;
  margin-bottom: 10px;
}
.named {
  display: flex;
  flex-wrap: wrap;
  align-items: baseline;
  gap: 4px 16px;
  min-width: 0;
}
.named.stacked {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 0;
}
.stacked .about {
  font-size: 13px;
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
@media (max-width: 600px) {
  .state:empty {
    display: none;
  }
  .actions {
    width: 100%;
  }
}
@media print {
  .page-header {
    display: none;
  }
}
</style>
