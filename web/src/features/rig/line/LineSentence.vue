<script setup lang="ts">
// One line between two anchors, as a sentence.
import { computed } from 'vue'
import type { Schemas } from '../../../api/client'
import ChoicePart from '../ChoicePart.vue'
import CordPart from '../CordPart.vue'
import NumberPart from '../NumberPart.vue'
import { useRig } from '../rig'

const rig = useRig()
const line = computed(() => rig.draft as unknown as Schemas['LineDraft'])
const stock = computed(() => rig.start?.stock as unknown as Schemas['LineStock'])
const gear = computed(() => 'gear' in line.value.hung)
const carries = [
  { id: 'cover', name: 'a cover' },
  { id: 'gear', name: 'gear in one place' },
]
const carry = (what: string) => rig.say({ hung: what === 'gear' ? { gear: { n: 80, at: 0.5 } } : { cover: { area_m2: 9, beaufort: 4 } } })
</script>

<template>
  A line spans <NumberPart at="/span_m" />, its far end <NumberPart at="/rise_m" /> higher, in
  <CordPart :cord="line.cord" at="/cord" label="Cord" @take="rig.say({ cord: $event })" />. You pull with <NumberPart at="/pull_n" />, tight
  <ChoicePart :value="line.tighten" label="How it is tightened" :of="stock.tightenings" @take="rig.say({ tighten: $event })" />. It carries
  <ChoicePart :value="gear ? 'gear' : 'cover'" label="What it carries" :of="carries" @take="carry" />
  <template v-if="gear">of <NumberPart at="/hung/gear/n" /> at <NumberPart at="/hung/gear/at" /> of the span.</template>
  <template v-else>of <NumberPart at="/hung/cover/area_m2" /> m² in Beaufort <NumberPart at="/hung/cover/beaufort" />.</template>
</template>
