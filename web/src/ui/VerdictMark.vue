<script setup lang="ts">
// A verdict is a mark and a word, never a colour alone.
import { computed } from 'vue'
import type { KnotAnswer } from '../api/client'

const props = defineProps<{ answer: KnotAnswer }>()
const kind = computed(() => {
  if (props.answer.verdict === 'does-not-fit') return 'no'
  if (props.answer.verdict === 'fits-if') return 'mid'
  return ['barely', 'slips'].includes(props.answer.facts.grade) ? 'mid' : 'ok'
})
</script>

<template>
  <span class="v" :class="kind">
    <svg width="24" height="24" viewBox="0 0 24 24" aria-hidden="true">
      <template v-if="kind === 'ok'">
        <circle cx="12" cy="12" r="11" fill="currentColor" />
        <path d="M6.5 12.5l4 4 7-8" class="tick" />
      </template>
      <template v-else-if="kind === 'mid'">
        <circle cx="12" cy="12" r="9.5" fill="none" stroke="currentColor" stroke-width="2.6" />
        <path d="M12 2.5a9.5 9.5 0 0 0 0 19z" fill="currentColor" />
      </template>
      <path v-else d="M5 5l14 14M19 5L5 19" stroke="currentColor" stroke-width="5" fill="none" />
    </svg>
    {{ answer.headline }}
  </span>
</template>
