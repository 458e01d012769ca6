<script setup lang="ts">
// Water, and the loops of a purchase compared.
import { computed } from 'vue'
import type { Schemas } from '../../../api/client'
import { useRig } from '../rig'

const rig = useRig()
const facts = computed(() => rig.view?.own as unknown as Schemas['ShelterFacts'] | null)
const drips = computed(() => [...new Set(facts.value?.geometry.drips.map((d) => d.says) ?? [])])
</script>

<template>
  <details v-if="facts">
    <summary>Water</summary>
    <ul class="told-on">
      <li v-for="d in drips" :key="d">{{ d }}</li>
    </ul>
  </details>
  <details v-if="facts">
    <summary>Loops of a purchase</summary>
    <ul class="told-on">
      <li v-for="l in facts.loops" :key="l">{{ l }}</li>
    </ul>
  </details>
</template>
