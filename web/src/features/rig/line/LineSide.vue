<script setup lang="ts">
// What the pull reaches, way by way.
import { computed } from 'vue'
import type { Schemas } from '../../../api/client'
import { useRig } from '../rig'

const rig = useRig()
const facts = computed(() => rig.view?.own as unknown as Schemas['LineFacts'] | null)
const taken = computed(() => (rig.draft as unknown as Schemas['LineDraft']).tighten)
</script>

<template>
  <section v-if="facts">
    <h2>What your pull reaches</h2>
    <ul>
      <li v-for="r in facts.reaches" :key="r.tighten" :class="{ taken: r.tighten === taken }">{{ r.says }}</li>
    </ul>
  </section>
</template>
