<script setup lang="ts">
/** A whole number with a step down and a step up beside it. */
import Amount from './Amount.vue'

const props = defineProps<{
  label: string
  name?: string
  /** What it is now, where nothing is typed. */
  now: number | undefined
  least?: number
}>()
const value = defineModel<number | null>()
function step(by: number) {
  value.value = Math.max(props.least ?? 1, (value.value ?? props.now ?? 1) + by)
}
</script>

<template>
  <div class="stepper">
    <button class="act" type="button" :aria-label="`${label} −`" @click="step(-1)">−</button>
    <Amount
      v-model="value"
      :label="label"
      :name="name"
      :placeholder="now === undefined ? '' : String(now)"
      width="64px"
    />
    <button class="act" type="button" :aria-label="`${label} +`" @click="step(1)">+</button>
  </div>
</template>

<style scoped>
.stepper {
  display: flex;
}
.act {
  width: 40px;
  margin-top: 23px;
  padding: 0;
  font-size: 20px;
}
.stepper :deep(.el-input__wrapper) {
  padding: 0 6px;
}
.stepper :deep(input) {
  text-align: center;
  font-weight: 700;
}
.stepper :deep(label) {
  white-space: nowrap;
}
</style>
