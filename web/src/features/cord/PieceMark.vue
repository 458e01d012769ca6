<script setup lang="ts">
// The mark whipped round the end of a hank, as a finger feels it: a broad whipping next to the end, then groups of rings.
import { computed } from 'vue'

const props = defineProps<{
  /** Rings, group by group. */
  rings: number[]
}>()
const RING = 5
const GAP = 9
const GROUP = 24
const BROAD = 20
const laid = computed(() => {
  let at = 10 + BROAD + GROUP
  const all: number[] = []
  for (const group of props.rings) {
    for (let n = 0; n < group; n++) {
      all.push(at)
      at += RING + GAP
    }
    at += GROUP - GAP
  }
  return { all, wide: at }
})
const says = computed(() => `a broad whipping at the end, then ${props.rings.join(', ')} rings`)
</script>

<template>
  <svg class="hank-mark" :viewBox="`0 0 ${laid.wide} 40`" role="img" :aria-label="says">
    <path class="laid" :d="`M4 20H${laid.wide}`" />
    <rect class="whipped" x="10" y="9" :width="BROAD" height="22" />
    <rect v-for="x in laid.all" :key="x" class="whipped" :x="x" y="9" :width="RING" height="22" />
  </svg>
  <p class="sub">Rings: {{ rings.join(', ') }}. The last group is a check: a miscount of one group never comes out as another hank.</p>
</template>
