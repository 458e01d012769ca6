<script setup lang="ts">
// Food hung out of reach, as a sentence.
import { computed } from 'vue'
import type { Schemas } from '../../../api/client'
import { byItself } from '../../../app/told'
import ChoicePart from '../ChoicePart.vue'
import CordPart from '../CordPart.vue'
import NumberPart from '../NumberPart.vue'
import { useRig } from '../rig'

const rig = useRig()
const larder = computed(() => rig.draft as unknown as Schemas['LarderDraft'])
const stock = computed(() => rig.start?.stock as unknown as Schemas['LarderChoices'])
const say = (change: Partial<Schemas['LarderDraft']>) => byItself(rig.say(change as never))
</script>

<template>
  {{ larder.by === 'balanced' ? 'Two bags of' : 'A bag of' }} <NumberPart at="/mass_kg" />, <NumberPart at="/bag_m" /> from top to bottom,
  kept from <ChoicePart :value="larder.from" label="What it is kept from" :of="stock.from" @take="say({ from: $event as never })" />, over a
  branch <NumberPart at="/branch_m" /> up and <NumberPart at="/branch_mm" /> thick, <NumberPart at="/out_m" /> out from its trunk,
  <ChoicePart :value="larder.by" label="How it stays up" :of="stock.by" @take="say({ by: $event as never })" />
  <template v-if="larder.by === 'tied-off'"> <NumberPart at="/away_m" /> away</template
  ><template v-else> where <NumberPart at="/reach_m" /> is as high as one reaches</template>, hauled by one pulling
  <NumberPart at="/pull_n" />, on <CordPart :cord="larder.cord" at="/cord" label="Line" @take="rig.say({ cord: $event })" />.
</template>
