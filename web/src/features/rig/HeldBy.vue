<script setup lang="ts">
// What the rig is made fast to, by name: what another rig of the same job calls the same bears both.
import { computed } from 'vue'
import type { Schemas } from '../../api/client'
import { byItself } from '../../app/told'
import { useRig } from './rig'

const props = defineProps<{ held: Schemas['HeldBy'][] }>()
const rig = useRig()
const named = computed(() => props.held.filter((h) => h.named_here))
function call(id: string, name: string) {
  const called = { ...(rig.draft?.called as Record<string, string> | undefined), [id]: name.trim() }
  byItself(rig.say({ called: Object.fromEntries(Object.entries(called).filter(([, n]) => n)) }))
}
</script>

<template>
  <details v-if="named.length" class="held-by">
    <summary>Made fast to</summary>
    <label v-for="h in named" :key="h.id"
      >Called
      <input
        class="part"
        :value="h.name"
        maxlength="60"
        :aria-label="`Name of ${h.name}`"
        @change="call(h.id, ($event.target as HTMLInputElement).value)"
    /></label>
    <p class="sub">What another rig of the job calls the same bears both: the job’s page adds them up.</p>
  </details>
</template>
