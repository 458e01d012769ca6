<script setup lang="ts">
// A haul over the ground, as a sentence.
import { computed } from 'vue'
import type { Schemas } from '../../../api/client'
import { byItself } from '../../../app/told'
import ChoicePart from '../ChoicePart.vue'
import CordPart from '../CordPart.vue'
import NumberPart from '../NumberPart.vue'
import { useRig } from '../rig'

const rig = useRig()
const haul = computed(() => rig.draft as unknown as Schemas['HaulDraft'])
const stock = computed(() => rig.start?.stock as unknown as Schemas['HaulChoices'])
const say = (change: Partial<Schemas['HaulDraft']>) => byItself(rig.say(change as never))
</script>

<template>
  A <ChoicePart :value="haul.thing" label="What is dragged" :of="stock.things" @take="say({ thing: $event as never })" /> of
  <NumberPart at="/mass_kg" />, <NumberPart at="/length_m" /> long<template v-if="haul.thing !== 'sledge'"
    >, <NumberPart at="/thick_mm" /> thick, of
    <ChoicePart :value="haul.surface" label="Its surface" :of="stock.surfaces" @take="say({ surface: $event })" /></template
  >, is drawn <NumberPart at="/way_m" /> over
  <ChoicePart :value="haul.over" label="What it is dragged over" :of="stock.overs" @take="say({ over: $event })" /> that rises
  <NumberPart at="/slope_percent" />, by <NumberPart at="/people" /> people pulling <NumberPart at="/pull_n" /> each
  <ChoicePart :value="haul.pulled" label="How it is pulled" :of="stock.pulled" @take="say({ pulled: $event as never })" />, on
  <CordPart :cord="haul.cord" at="/cord" label="Line" @take="rig.say({ cord: $event })" /> that bends over a lip by
  <NumberPart at="/lip_deg" /> degrees.
</template>
