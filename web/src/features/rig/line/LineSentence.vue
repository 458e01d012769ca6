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
/** What it carries: the key of `hung`, which names the numbers that follow. */
const carried = computed(() => Object.keys(line.value.hung)[0] ?? 'cover')
const carry = (what: string) => rig.say({ hung: stock.value.carries.find((c) => c.id === what)?.begin })
</script>

<template>
  A line spans <NumberPart at="/span_m" /> between trees <NumberPart at="/thick_mm" /> thick, tied <NumberPart at="/high_m" /> up, its far
  end <NumberPart at="/rise_m" /> higher, in
  <CordPart :cord="line.cord" at="/cord" label="Cord" @take="rig.say({ cord: $event })" /><template
    v-if="rig.field('/tail/diameter_mm') && line.tail"
    >, its ends of <CordPart :cord="line.tail" at="/tail" label="Cord at its ends" @take="rig.say({ tail: $event })" /></template
  >. You pull with <NumberPart at="/pull_n" />, tight
  <ChoicePart :value="line.tighten" label="How it is tightened" :of="stock.tightenings" @take="rig.say({ tighten: $event })" />. It carries
  <ChoicePart :value="carried" label="What it carries" :of="stock.carries" @take="carry" />
  <template v-if="carried === 'gear'">of <NumberPart at="/hung/gear/n" /> at <NumberPart at="/hung/gear/at" /> of the span.</template>
  <template v-else-if="carried === 'spreader'"
    >of <NumberPart at="/hung/spreader/n" /> at <NumberPart at="/hung/spreader/at" /> of the span, its hole
    <NumberPart at="/hung/spreader/hole_mm" /> wide.</template
  >
  <template v-else-if="carried === 'roll'"
    >: <NumberPart at="/hung/roll/wide_m" /> wide, <NumberPart at="/hung/roll/n" /> with its tools, on
    <NumberPart at="/hung/roll/ties" /> ties.</template
  >
  <template v-else-if="carried === 'loops'"
    >: <NumberPart at="/hung/loops/count" /> loops <NumberPart at="/hung/loops/apart_m" /> apart, <NumberPart at="/hung/loops/n" /> on
    each.</template
  >
  <template v-else>of <NumberPart at="/hung/cover/area_m2" /> m² in Beaufort <NumberPart at="/hung/cover/beaufort" />.</template>
</template>
