<script setup lang="ts">
// How far a thing is kept from one movement: a cord between two posts, taut where it is enough, hanging where it is not.
import { computed } from 'vue'
import type { Hold } from './load'

const props = defineProps<{ hold: Hold }>()
const share = computed(() => (props.hold.blocked ? 1 : Math.min(1, props.hold.held_g.low / props.hold.asked_g)))
const sag = computed(() => Math.round((1 - share.value) * 26))
const path = computed(() => `M4 10 Q 61 ${10 + 2 * sag.value} 118 10`)
const words = computed(() => (props.hold.blocked ? 'stopped' : `${props.hold.held_g.low.toFixed(2)} g`))
const kept = computed(() => share.value >= 1)
</script>

<template>
  <span class="hold-cord" :class="{ short: !kept }" :title="hold.says">
    <b>{{ words }}</b>
    <svg viewBox="0 0 122 40" aria-hidden="true">
      <path d="M4 2V18M118 2V18" class="hold-post" />
      <path :d="path" class="hold-edge" />
      <path :d="path" class="hold-rope" />
      <circle v-if="!kept" cx="61" :cy="10 + sag" r="6" class="hold-short" />
    </svg>
    <span class="visually-hidden">{{ hold.says }} {{ kept ? 'Enough.' : 'Too little.' }}</span>
  </span>
</template>
