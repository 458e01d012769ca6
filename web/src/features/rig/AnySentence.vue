<script setup lang="ts">
// A rig of a kind that has no sentence of its own: its numbers, each with its name.
import NumberPart from './NumberPart.vue'
import { useRig } from './rig'

const rig = useRig()
</script>

<template>
  {{ rig.start?.name
  }}<template v-for="f in rig.view?.fields ?? []" :key="f.at"
    >; <label>{{ f.label }} <NumberPart :at="f.at" /></label></template
  >.
</template>
