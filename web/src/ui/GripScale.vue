<script setup lang="ts">
// One scale for all answers: peg = what the knot needs, band = what the surface gives. An estimate.
import { computed } from 'vue'
import type { Schemas } from '../api/client'

const props = defineProps<{ facts: Schemas['Facts'] }>()
const width = 190
const most = 0.7
const x = (mu: number) => Math.min(mu / most, 1) * width
const band = computed(() => props.facts.surface_gives)
const need = computed(() => props.facts.grip_needed ?? undefined)
</script>

<template>
  <div v-if="band && need !== undefined && need > 0.005" class="grip">
    <span class="grip-need">grip needed {{ need.toFixed(2) }}</span>
    <svg :viewBox="`-2 0 ${width + 4} 26`" aria-hidden="true">
      <line x1="0" :x2="width" y1="13" y2="13" class="axis" />
      <rect :x="x(band.low)" y="4" :width="Math.max(x(band.high) - x(band.low), 3)" height="18" class="band" />
      <path :d="`M${x(need)} 1v24m-5-24h10`" class="peg" />
    </svg>
    <span class="sub">gives {{ band.low.toFixed(2) }}–{{ band.high.toFixed(2) }}, est.</span>
  </div>
</template>
