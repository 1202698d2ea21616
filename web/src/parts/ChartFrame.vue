<script setup lang="ts">
/** A chart with the table behind it; saved as figures, as a drawing or as a picture. */
import { csvFormatRows } from 'd3-dsv'
import { ref } from 'vue'
import { useI18n } from 'vue-i18n'

const SCALE = 2

const props = defineProps<{
  /** Said above it, where nothing else does. */
  title?: string
  /** Of the file it is saved as. */
  name: string
}>()
const { t } = useI18n()
const frame = ref<HTMLElement>()

/** The drawing by itself, with its own colours. */
function drawing(): string | undefined {
  const svg = frame.value?.querySelector('svg')
  if (!svg) return undefined
  const copy = svg.cloneNode(true) as SVGElement
  copy.setAttribute('xmlns', 'http://www.w3.org/2000/svg')
  const [own, copies] = [svg.querySelectorAll('*'), copy.querySelectorAll<SVGElement>('*')]
  own.forEach((element, at) => {
    const style = getComputedStyle(element)
    const names = ['fill', 'stroke', 'stroke-width', 'stroke-dasharray', 'font', 'opacity']
    copies[at]?.setAttribute(
      'style',
      names.map((name) => `${name}:${style.getPropertyValue(name)}`).join(';'),
    )
  })
  return new XMLSerializer().serializeToString(copy)
}
function save(href: string, ending: string) {
  const link = document.createElement('a')
  link.href = href
  link.download = `${props.name}.${ending}`
  link.click()
}
const addressOf = (svg: string) => `data:image/svg+xml;charset=utf-8,${encodeURIComponent(svg)}`
/** The table behind the chart, as it stands there. */
function saveFigures() {
  const rows = [...(frame.value?.querySelectorAll('tr') ?? [])].map((row) =>
    [...row.cells].map((cell) => cell.textContent.trim()),
  )
  save(`data:text/csv;charset=utf-8,${encodeURIComponent(csvFormatRows(rows))}`, 'csv')
}
function saveDrawing() {
  const svg = drawing()
  if (svg) save(addressOf(svg), 'svg')
}
function savePicture() {
  const svg = drawing()
  const box = frame.value?.querySelector('svg')?.viewBox.baseVal
  if (!svg || !box) return
  const image = new Image()
  image.onload = () => {
    const canvas = document.createElement('canvas')
    canvas.width = box.width * SCALE
    canvas.height = box.height * SCALE
    canvas.getContext('2d')?.drawImage(image, 0, 0, canvas.width, canvas.height)
    save(canvas.toDataURL('image/png'), 'png')
  }
  image.src = addressOf(svg)
}
</script>

<template>
  <figure ref="frame">
    <figcaption v-if="title">{{ title }}</figcaption>
    <slot />
    <details>
      <summary>{{ t('results.table') }}</summary>
      <slot name="table" />
      <p class="beside">
        <button class="act" type="button" @click="saveFigures">CSV</button>
        <button class="act" type="button" @click="saveDrawing">SVG</button>
        <button class="act" type="button" @click="savePicture">PNG</button>
      </p>
    </details>
  </figure>
</template>

<style scoped>
figure {
  margin: 0;
}
figcaption {
  margin-bottom: 4px;
  font: 700 16px var(--display);
}
summary {
  min-height: 32px;
  padding: 6px 0;
  color: var(--ink-2);
  cursor: pointer;
}
</style>
