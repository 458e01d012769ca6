<script setup lang="ts">
// Every reason of a verdict, with its numbers and where they come from.
import { computed } from 'vue'
import { useCatalogue } from '../api/catalogue'
import type { KnotAnswer } from '../api/client'

const props = defineProps<{ answer: KnotAnswer }>()
const catalogue = useCatalogue()
const title = (id: string) => catalogue.lists.sources.find((s) => s.id === id)?.title ?? ''
// What leads stands above already, unless it refuses.
const lead = computed(() => (props.answer.would_fit ? [props.answer.lead] : []))
const reasons = computed(() => [...props.answer.mends.map((m) => m.because), ...lead.value, ...props.answer.reasons])
</script>

<template>
  <ul class="reasons">
    <li v-for="r in reasons" :key="r.rule + r.says">
      {{ r.says }}
      <span v-for="n in r.numbers" :key="n.of" class="number"
        >{{ n.of }} <b>{{ n.words }}</b></span
      >
      <small class="sub">{{ title(r.source) }}</small>
    </li>
  </ul>
</template>
