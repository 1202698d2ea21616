<script setup lang="ts">
/** The three parts of the shelf. */
import { useI18n } from 'vue-i18n'
import { RouterLink } from 'vue-router'

import PageHeader from '@/parts/PageHeader.vue'

defineProps<{ title: string }>()
const { t } = useI18n()
const parts = [
  { to: '/products', name: 'shelf.bottles' },
  { to: '/products/kit', name: 'shelf.kit' },
  { to: '/products/exchange', name: 'shelf.exchange' },
]
</script>

<template>
  <PageHeader :title="title">
    <template #tabs>
      <nav :aria-label="t('shelf.parts')">
        <RouterLink v-for="part in parts" :key="part.to" :to="part.to">{{
          t(part.name)
        }}</RouterLink>
      </nav>
    </template>
    <slot />
  </PageHeader>
</template>

<style scoped>
nav {
  display: flex;
  gap: 4px;
  margin-right: auto;
}
nav a {
  display: grid;
  place-items: center;
  min-height: 36px;
  padding: 0 12px;
  border-bottom: 2px solid var(--line);
  color: var(--ink-2);
  font-weight: 600;
  text-decoration: none;
}
nav a.router-link-exact-active {
  border-color: var(--ink);
  color: var(--ink);
}
</style>
