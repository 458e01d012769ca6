<script setup lang="ts">
// A bar hung level, as a sentence.
import { computed } from 'vue'
import type { Schemas } from '../../../api/client'
import { byItself } from '../../../app/told'
import ChoicePart from '../ChoicePart.vue'
import CordPart from '../CordPart.vue'
import NumberPart from '../NumberPart.vue'
import { useRig } from '../rig'

const rig = useRig()
const hang = computed(() => rig.draft as unknown as Schemas['HangDraft'])
const stock = computed(() => rig.start?.stock as unknown as Schemas['HangChoices'])
const say = (change: Partial<Schemas['HangDraft']>) => byItself(rig.say(change as never))
const heads = [
  { id: 'none', name: 'nobody under it' },
  { id: 'heads', name: 'over heads' },
]
</script>

<template>
  A <ChoicePart :value="hang.bar" label="What is hung" :of="stock.bars" @take="say({ bar: $event as never })" /> of
  <NumberPart at="/length_m" />, <NumberPart at="/thick_mm" /> thick, <NumberPart at="/mass_kg" />,
  <ChoicePart :value="hang.surface" label="Its surface" :of="stock.surfaces" @take="say({ surface: $event })" />, hangs at
  <NumberPart at="/at_m" /> from
  <ChoicePart :value="hang.overhead" label="What it hangs from" :of="stock.overheads" @take="say({ overhead: $event as never })" />,
  <NumberPart at="/over_mm" /> thick and <NumberPart at="/high_m" /> high,
  <ChoicePart
    :value="hang.over_heads ? 'heads' : 'none'"
    label="Who may be under it"
    :of="heads"
    @take="say({ over_heads: $event === 'heads' })" />, on
  <CordPart :cord="hang.cord" at="/cord" label="Cord" @take="rig.say({ cord: $event })" />.
</template>
