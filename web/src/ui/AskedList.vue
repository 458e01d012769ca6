<script setup lang="ts">
// What an instructor is asked next about an answer, and what there is to say.
import type { KnotAnswer } from '../api/client'

defineProps<{ answer: KnotAnswer }>()
</script>

<template>
  <dl v-if="answer.asked.length" class="asked">
    <div v-for="q in answer.asked" :key="q.asks">
      <dt>{{ q.asks }}</dt>
      <dd>{{ q.says }}</dd>
    </div>
  </dl>
</template>
