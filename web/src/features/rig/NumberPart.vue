<script setup lang="ts">
// A number of the draft in the reader's unit, changed in place.
import { computed } from 'vue'
import { useRig } from './rig'

const props = defineProps<{ at: string; plain?: boolean }>()
const rig = useRig()
const field = computed(() => rig.field(props.at))
</script>

<template>
  <span v-if="field" class="number-part"
    ><input
      :class="plain ? 'form-control' : 'part'"
      :value="field.value"
      :aria-label="field.label"
      @change="rig.type(at, ($event.target as HTMLInputElement).value)" /><span v-if="field.unit && !plain" class="unit">{{
      field.unit
    }}</span></span
  >
</template>
