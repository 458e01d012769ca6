<script setup lang="ts">
// Something tethered, as a sentence; only what counts for it is said.
import { computed } from 'vue'
import type { Schemas } from '../../../api/client'
import { byItself } from '../../../app/told'
import ChoicePart from '../ChoicePart.vue'
import CordPart from '../CordPart.vue'
import NumberPart from '../NumberPart.vue'
import { useRig } from '../rig'

const rig = useRig()
const tether = computed(() => rig.draft as unknown as Schemas['TetherDraft'])
const stock = computed(() => rig.start?.stock as unknown as Schemas['TetherChoices'])
const say = (change: Partial<Schemas['TetherDraft']>) => byItself(rig.say(change as never))
/** Another thing is tethered as it usually is, in the same cord. */
function take(held: string) {
  const usual = stock.value.usual.find((u) => u.held === held)
  if (usual) say({ ...usual, cord: tether.value.cord })
}
const boat = computed(() => tether.value.held === 'boat')
const led = computed(() => tether.value.held === 'led')
const by = [
  { id: 'no', name: 'nobody stands by' },
  { id: 'yes', name: 'somebody stands by' },
]
const eyes = computed(() => stock.value.eyes.filter((e) => e.id !== 'neck' || tether.value.held === 'animal' || led.value))
const ends = [
  { id: 'no', name: 'a plain tail' },
  { id: 'yes', name: 'a stopper in the tail' },
]
</script>

<template>
  <ChoicePart :value="tether.held" label="What is tethered" :of="stock.held" @take="take" /> of <NumberPart at="/mass_kg" />,
  <NumberPart at="/long_m" /> long, is tied to<template v-if="led"> the ring of the saddle ahead</template
  ><template v-else>
    <ChoicePart :value="tether.to" label="What it is tied to" :of="stock.to" @take="say({ to: $event as never })" />,
    <NumberPart at="/to_mm" /> thick,
    <ChoicePart :value="tether.surface" label="Its surface" :of="stock.surfaces" @take="say({ surface: $event })" /></template
  >, <NumberPart at="/to_high_m" /> up, by
  <ChoicePart :value="tether.eye" label="What the line is tied to on it" :of="eyes" @take="say({ eye: $event as never })" />
  <NumberPart at="/eye_mm" /> thick and <NumberPart at="/eye_high_m" /> up, on <NumberPart at="/line_m" /> of
  <CordPart :cord="tether.cord" at="/cord" label="Line" @take="rig.say({ cord: $event })" />, and {{ boat ? 'lies' : 'stands' }}
  <NumberPart at="/off_m" /> off<template v-if="tether.to === 'stake'"
    >. The stake is driven <NumberPart at="/deep_m" /> into
    <ChoicePart :value="tether.ground" label="Ground" :of="stock.grounds" @take="say({ ground: $event })" /></template
  ><template v-if="boat"
    >. The water falls <NumberPart at="/falls_m" /> and rises <NumberPart at="/rises_m" />; wind of Beaufort <NumberPart at="/beaufort" />,
    a current of <NumberPart at="/current_ms" /> m/s</template
  ><template v-if="tether.held === 'gear'">, where it may fall <NumberPart at="/fall_m" /></template
  ><template v-if="led"
    >. The weak link is of <CordPart :cord="tether.link" at="/link" label="The link’s cord" @take="rig.say({ link: $event })" /> laid round,
    turns: <NumberPart at="/link_turns" /></template
  >.
  <template v-if="!led"
    >With <ChoicePart :value="tether.stopper ? 'yes' : 'no'" label="Its tail" :of="ends" @take="say({ stopper: $event === 'yes' })" />, it
    comes off <ChoicePart :value="tether.freed" label="How it comes off" :of="stock.freed" @take="say({ freed: $event as never })" />;
    <ChoicePart
      :value="tether.watched ? 'yes' : 'no'"
      label="Who stands by"
      :of="by"
      @take="say({ watched: $event === 'yes' })" />.</template
  >
</template>
