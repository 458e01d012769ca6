<script setup lang="ts">
// A cord laid as far as the work has got, a whipping at each stage passed, then dots.
import { computed } from 'vue'

const props = defineProps<{ stages: { id: string; says: string; to: string }[]; here: string; label: string; laidRope?: boolean }>()
const reached = computed(() => props.stages.findIndex((s) => s.id === props.here))
const step = 118
const laid = computed(() => (reached.value < 0 ? 0 : reached.value * step + 64))
const marks = computed(() => Array.from({ length: Math.floor(laid.value / 13) }, (_, i) => 8 + i * 13))
</script>

<template>
  <nav class="stages" :aria-label="label">
    <svg aria-hidden="true" :width="stages.length * step + 30" height="36" :viewBox="`0 0 ${stages.length * step + 30} 36`">
      <line v-if="reached >= 0" x1="0" :x2="laid" y1="18" y2="18" class="re" stroke-width="19" />
      <line v-if="reached >= 0" x1="0" :x2="laid" y1="18" y2="18" :class="laidRope ? 'rb' : 'ra'" stroke-width="15" />
      <path
        v-for="x in marks"
        :key="x"
        :class="laidRope ? 'ly' : 'fl'"
        stroke-width="2"
        :d="laidRope ? `M${x - 4} 11l8 14` : `M${x} 13l5 5-5 5`" />
      <g v-for="(s, i) in stages.slice(0, Math.max(reached, 0))" :key="s.id" class="whip">
        <rect :x="i * step + 30" y="6" width="26" height="24" rx="3" />
        <path :d="`M${i * step + 37} 7v22m6-22v22m6-22v22`" />
      </g>
      <g v-if="reached >= 0" class="whip">
        <rect :x="laid - 20" y="9" width="22" height="18" />
        <path :d="`M${laid - 15} 9v18m5-18v18m5-18v18m5-18v18`" />
      </g>
      <line :x1="laid + 14" :x2="stages.length * step" y1="18" y2="18" class="nx" />
      <path class="nxh" :d="`M${stages.length * step + 4} 10l16 8-16 8z`" />
    </svg>
    <RouterLink
      v-for="(s, i) in stages"
      :key="s.id"
      :to="s.to"
      :class="{ done: i < reached, here: i === reached, ahead: i > reached }"
      :aria-current="i === reached ? 'step' : undefined">
      <span>{{ s.says }}</span>
    </RouterLink>
  </nav>
</template>
