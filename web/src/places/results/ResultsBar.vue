<script setup lang="ts">
/** The places of results. */
import { useI18n } from 'vue-i18n'
import { RouterLink } from 'vue-router'

const PLACES = [
  ['/results', 'found'],
  ['/results/visits', 'visits'],
  ['/results/trials', 'trials'],
] as const
const { t } = useI18n()
</script>

<template>
  <nav class="bar" :aria-label="t('results.title')">
    <RouterLink v-for="[to, name] in PLACES" :key="to" :to="to">{{
      t(`results.places.${name}`)
    }}</RouterLink>
  </nav>
</template>

<style scoped>
.bar {
  display: flex;
  gap: 4px;
  margin-bottom: 14px;
  border-bottom: 1px solid var(--line);
}
a {
  min-height: 44px;
  padding: 10px 14px;
  color: var(--ink);
  font: 600 16px var(--display);
  text-decoration: none;
}
a.router-link-exact-active {
  border-bottom: 3px solid var(--ink);
}
</style>
