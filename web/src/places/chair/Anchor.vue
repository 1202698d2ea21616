<script setup lang="ts">
/** What a score means, drawn: locks from the worst to the best of a trait. */
import { computed } from 'vue'

const props = defineProps<{ trait: string; value: number }>()

const WIDTH = 40
const HEIGHT = 46
const POINTS = 36
/** 0 at score 1, 1 at score 5. */
const level = computed(() => (props.value - 1) / 4)
/** Drawn the same each time: no chance in a scale. */
const wobble = (n: number) => Math.sin(n * 12.9898) * 0.5

/** How many locks, how far each strays, how wide, how tight: by trait. */
const look = computed(() => {
  const l = level.value
  const usual = { stray: 0.12, width: 5, turns: 3, spread: 9, length: 40, uneven: 0, fly: 0 }
  switch (props.trait) {
    case 'definition':
      return { ...usual, stray: 0.75 - 0.72 * l }
    case 'frizz':
      return { ...usual, fly: Math.round(l * 14) }
    case 'volume':
      return { ...usual, spread: 5 + 8 * l }
    case 'evenness':
      return { ...usual, uneven: 1 - l }
    case 'bounce':
      return { ...usual, turns: 1 + 4 * l, length: 44 - 12 * l }
    case 'softness':
      return { ...usual, width: 2 + 4 * l, turns: 5 - 3 * l }
    default:
      return usual
  }
})
const locks = computed(() => {
  const { stray, width, turns, spread, length, uneven } = look.value
  return [-1, 0, 1].map((place, n) => {
    const size = place > 0 ? 1 - 0.55 * uneven : 1
    const points = Array.from({ length: POINTS + 1 }, (_, i) => {
      const down = (i / POINTS) * length * size
      const turn = (i / POINTS) * turns * 2 * Math.PI
      const off = Math.sin(turn) * width * size + wobble(i * 3 + n) * stray * 9
      return `${(WIDTH / 2 + place * spread + off).toFixed(1)} ${(2 + down).toFixed(1)}`
    })
    return `M${points.join('L')}`
  })
})
const flyaways = computed(() =>
  Array.from({ length: look.value.fly }, (_, n) => {
    const x = WIDTH / 2 + wobble(n + 1) * 34
    const y = 6 + ((n * 7) % 34)
    return `M${x.toFixed(1)} ${y}q${(wobble(n + 5) * 9).toFixed(1)} -5 ${(wobble(n + 9) * 14).toFixed(1)} -3`
  }),
)
</script>

<template>
  <svg :viewBox="`0 0 ${WIDTH} ${HEIGHT}`" :width="WIDTH" :height="HEIGHT" aria-hidden="true">
    <path v-for="d in locks" :key="d" :d="d" class="lock" />
    <path v-for="d in flyaways" :key="d" :d="d" class="fly" />
    <path
      v-if="trait === 'shine'"
      :d="`M8 ${HEIGHT * 0.4}h24`"
      class="gleam"
      :style="{ opacity: level }"
    />
  </svg>
</template>

<style scoped>
path {
  fill: none;
  stroke: currentColor;
}
.lock {
  stroke-width: 2.2;
}
.fly {
  stroke-width: 0.8;
}
.gleam {
  stroke: var(--paper);
  stroke-width: 6;
}
</style>
