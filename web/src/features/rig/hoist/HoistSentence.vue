<script setup lang="ts">
// A thing hoisted, as a sentence.
import { computed } from 'vue'
import type { Schemas } from '../../../api/client'
import { byItself } from '../../../app/told'
import ChoicePart from '../ChoicePart.vue'
import CordPart from '../CordPart.vue'
import NumberPart from '../NumberPart.vue'
import { useRig } from '../rig'

const rig = useRig()
const hoist = computed(() => rig.draft as unknown as Schemas['HoistDraft'])
const stock = computed(() => rig.start?.stock as unknown as Schemas['HoistChoices'])
const say = (change: Partial<Schemas['HoistDraft']>) => byItself(rig.say(change as never))
/** Another thing is as heavy and as thick as such things are, on the same line. */
function take(thing: string) {
  const usual = stock.value.usual.find((u) => u.thing === thing)
  if (usual) say({ ...usual, cord: hoist.value.cord, from: hoist.value.from })
}
const guides = [
  { id: 'yes', name: 'guided by a second line' },
  { id: 'no', name: 'with no guiding line' },
]
</script>

<template>
  <ChoicePart :value="hoist.thing" label="What is hoisted" :of="stock.things" @take="take" />
  of <NumberPart at="/mass_kg" /><template v-if="hoist.thing !== 'bucket'"
    >, <NumberPart at="/long_m" /> long, balanced <NumberPart at="/balance_m" /> from the end that goes up first</template
  >, <NumberPart at="/thick_mm" /> thick where it is hitched, comes up <NumberPart at="/high_m" />,
  <ChoicePart :value="hoist.from" label="Who hauls, over what" :of="stock.from" @take="say({ from: $event as never })" />, by
  <NumberPart at="/people" /> people pulling <NumberPart at="/pull_n" /> each, on
  <CordPart :cord="hoist.cord" at="/cord" label="Line" @take="rig.say({ cord: $event })" />,
  <ChoicePart :value="hoist.guided ? 'yes' : 'no'" label="Guiding line" :of="guides" @take="say({ guided: $event === 'yes' })" />.
</template>
