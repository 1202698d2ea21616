<script setup lang="ts">
/** A label as it was read: ingredients in order with their families, what is not known, allergens. */
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'

import type { Label } from '@/api/products'
import WhyList from '@/parts/WhyList.vue'
import { short } from '@/text/format'
import { measure } from '@/text/measures'

const props = defineProps<{ label?: Label; editable?: boolean }>()
const emit = defineEmits<{ take: [text: string, name: string] }>()
const { t } = useI18n()

const sources = (label: Label) =>
  label.sources.map((source, i) => ({
    rule: `source ${i}`,
    because: source.split(':')[0] ?? '',
    trigger: t('label.count', { n: label.ingredients.length }, label.ingredients.length),
    source,
  }))
const unknown = computed(() => new Set(props.label?.unknown.map((prop) => prop.text)))
/** Umbrella families say nothing that the narrow one does not. */
const narrow = (families: string[]) =>
  families.filter((family) => !families.some((other) => other.startsWith(`${family}_`)))
</script>

<template>
  <p v-if="!label?.ingredients.length" class="quiet">{{ t('label.none') }}</p>
  <template v-else>
    <div v-if="label.unknown.length" class="unknown" role="note">
      <b>{{ t('label.unknown') }}</b>
      <p v-for="unread in label.unknown" :key="unread.text">
        <q translate="no">{{ unread.text }}</q>
        <template v-if="unread.close.length">
          <span class="quiet">{{ t('label.close') }}&ensp;</span>
          <template v-for="name in unread.close" :key="name">
            <button
              v-if="editable"
              class="act small"
              type="button"
              :aria-label="t('label.take', { name, text: unread.text })"
              translate="no"
              @click="emit('take', unread.text, name)"
            >
              {{ name }}
            </button>
            <em v-else translate="no">{{ name }}&ensp;</em>
          </template>
        </template>
      </p>
    </div>
    <p class="allergens">
      <b>{{ t('label.allergens') }}:</b>
      <span v-if="label.allergens.length" translate="no">{{ label.allergens.join(', ') }}</span>
      <template v-else>{{ t('label.noAllergens') }}</template>
      <span class="quiet">
        {{
          t('label.allergensFrom', { percent: short(label.allergens_named_from_percent, 3) })
        }}</span
      >
      &ensp;<WhyList :reasons="sources(label)" :about="t('label.title')" />
    </p>
    <ol>
      <li
        v-for="ingredient in label.ingredients"
        :key="ingredient.name"
        :class="{ odd: !ingredient.families.length }"
      >
        <span>
          <span translate="no">{{ ingredient.name }}</span>
          <span v-if="ingredient.percent !== null" class="quiet"
            >{{ short(ingredient.percent, 2) }} %</span
          >
          <span v-if="ingredient.may_contain" class="quiet">{{ t('label.mayContain') }}</span>
        </span>
        <span class="families">
          <span v-if="unknown.has(ingredient.text)" class="watch">{{ t('label.notKnown') }}</span>
          <span
            v-for="family in narrow(ingredient.families)"
            :key="family"
            :class="{ watch: /allergen|essential|insoluble|releaser/.test(family) }"
            >{{ t(`label.family.${family}`) }}</span
          >
          <span v-if="ingredient.melts_c !== null && ingredient.melts_c > 15">{{
            t('label.solid', { c: measure(ingredient.melts_c, '°C', 0) })
          }}</span>
        </span>
      </li>
    </ol>
  </template>
</template>

<style scoped>
.unknown {
  margin-bottom: 10px;
  padding: 8px 14px;
  border-left: 4px solid var(--ink-2);
  background: var(--remind-ground);
}
.small {
  min-height: 28px;
  margin-left: 6px;
  padding: 0 8px;
  font-size: 13px;
}
.allergens {
  margin-bottom: 8px;
}
ol {
  margin: 0;
  padding: 0;
  list-style: none;
  counter-reset: place;
}
li {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1.1fr);
  gap: 12px;
  padding: 5px 0 5px 28px;
  border-bottom: 1px solid var(--line);
  counter-increment: place;
  position: relative;
}
li::before {
  content: counter(place);
  position: absolute;
  top: 6px;
  left: 0;
  color: var(--ink-2);
  font-size: 13px;
}
.families {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 12px;
  color: var(--ink-2);
  font-size: 14px;
}
.watch {
  color: var(--caution);
  font-weight: 600;
}
</style>
