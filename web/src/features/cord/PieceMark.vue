<script setup lang="ts">
// The mark whipped round the end of a hank, as a finger feels it: a broad whipping next to the end, then groups of rings.
import type { Schemas } from '../../api/client'

defineProps<{
  /** Rings, group by group. */
  rings: number[]
  /** The same laid along its cord. */
  laid: Schemas['MarkLaid']
}>()
</script>

<template>
  <svg class="hank-mark" :viewBox="`0 0 ${laid.long} 8`" role="img" :aria-label="laid.says">
    <path class="laid" :d="`M0 4H${laid.long}`" />
    <rect v-for="[from, wide] in laid.whipped" :key="from" class="whipped" :x="from" y="1.8" :width="wide" height="4.4" />
  </svg>
  <p class="sub">Rings: {{ rings.join(', ') }}. The last group is a check: a miscount of one group never comes out as another hank.</p>
</template>
