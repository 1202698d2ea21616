<script setup lang="ts">
/** The views of one wish: the routine, the crown map, the drying, the look, the page to print. */
import { useI18n } from 'vue-i18n'
import { RouterLink } from 'vue-router'

const props = defineProps<{ client: number }>()
const { t } = useI18n()
const base = `/clients/${props.client}/plan`
const tabs = [
  { to: base, name: 'tabs.routine' },
  { to: `${base}/crown`, name: 'tabs.crown' },
  { to: `${base}/drying`, name: 'tabs.drying' },
  { to: `${base}/look`, name: 'tabs.look' },
  { to: `${base}/print`, name: 'tabs.print' },
]
</script>

<template>
  <nav :aria-label="t('tabs.name')">
    <RouterLink v-for="tab in tabs" :key="tab.to" :to="tab.to" exact-active-class="here">
      {{ t(tab.name) }}
    </RouterLink>
  </nav>
</template>

<style scoped>
nav {
  display: flex;
  flex-wrap: wrap;
}
a {
  display: grid;
  place-items: center;
  min-height: 36px;
  padding: 0 11px;
  border-bottom: 2px solid var(--line);
  color: var(--ink-2);
  font-weight: 650;
  text-decoration: none;
  white-space: nowrap;
}
a.here {
  border-bottom-color: var(--ink);
  color: var(--ink);
}
@media (pointer: coarse) {
  a {
    min-height: 44px;
  }
}
</style>
