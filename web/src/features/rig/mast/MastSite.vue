<script setup lang="ts">
// Levels of guys: one more, or one less.
import { computed } from 'vue'
import type { Schemas } from '../../../api/client'
import { useRig } from '../rig'

const rig = useRig()
const levels = computed(() => (rig.draft as unknown as Schemas['MastDraft']).guys_m.length)
const most = computed(() => (rig.start?.stock as unknown as Schemas['MastChoices']).levels[1] ?? 0)
const least = computed(() => (rig.start?.stock as unknown as Schemas['MastChoices']).levels[0] ?? 0)
</script>

<template>
  <p class="load-site mast-levels">
    <BButton class="btn-tab" :disabled="levels >= most" @click="rig.more('/guys_m')">Guy it at one level more</BButton>
    <BButton class="btn-tab" :disabled="levels <= least" @click="rig.less('/guys_m', levels - 1)">At one level fewer</BButton>
  </p>
</template>
