<script setup lang="ts">
// Cord used: the cord itself laid straight, ticks where each part of it goes.
import { computed } from 'vue'
import type { Schemas } from '../api/client'

const props = defineProps<{ items: Schemas['LengthItem'][] }>()
const width = 376
const parts = computed(() => {
  const total = props.items.reduce((sum, i) => sum + i.length_m, 0) || 1
  let from = 0
  return props.items.map((i) => {
    const w = (i.length_m / total) * width
    const part = { ...i, from, w }
    from += w
    return part
  })
})
const chevrons = Array.from({ length: 26 }, (_, i) => 6 + i * 13)
</script>

<template>
  <figure class="cordbar">
    <svg :viewBox="`0 0 ${width} 46`" aria-hidden="true">
      <rect x="0" y="3" :width="width" height="16" class="bar" />
      <path v-for="c in chevrons" :key="c" class="fl" stroke-width="1.8" :d="`M${c} 7l4 4-4 4`" />
      <path :d="`M${width - 16} 3v16m5-16v16m5-16v16m5-16v16`" class="whipline" />
      <path :d="`M1 38V26M1 32H${width - 1}M${width - 1} 26v12`" class="dim" />
      <path v-for="p in parts.slice(1)" :key="p.of" :d="`M${p.from} 26v12`" class="dim" />
    </svg>
    <figcaption>
      <span v-for="p in parts" :key="p.of"
        ><b>{{ p.words }}</b> {{ p.of }}</span
      >
    </figcaption>
  </figure>
</template>
