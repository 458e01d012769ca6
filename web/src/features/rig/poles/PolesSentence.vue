<script setup lang="ts">
// What is built of poles, as a sentence; only what counts for it is said.
import { computed } from 'vue'
import type { Schemas } from '../../../api/client'
import { byItself } from '../../../app/told'
import ChoicePart from '../ChoicePart.vue'
import CordPart from '../CordPart.vue'
import NumberPart from '../NumberPart.vue'
import { useRig } from '../rig'
import { usePoles } from './poles'

const rig = useRig()
const { poles, stock, build, lashings } = usePoles()
const say = (change: Partial<Schemas['PolesDraft']>) => byItself(rig.say(change as never))
/** Another thing is built as large as such things are, with its own lashing, of the same cord on the same ground. */
function take(id: string) {
  const usual = stock.value.usual.find((u) => u.build === id)
  const { cord, ground, pole_mm, bears } = poles.value
  if (usual) say({ ...usual, cord, ground, pole_mm, bears })
}
const topped = computed(() => ['table', 'bridge'].includes(poles.value.build))
const trestled = computed(() => topped.value || poles.value.build === 'trestle')
const lines = [
  { id: 'no', name: 'no line' },
  { id: 'line', name: 'a line' },
]
</script>

<template>
  {{ poles.build === 'a-frame' ? 'An' : 'A' }} <ChoicePart :value="poles.build" label="What is built" :of="stock.builds" @take="take" />,
  its poles <NumberPart at="/pole_mm" /> thick and <NumberPart at="/pole_m" /> long<template v-if="build.legged || poles.build === 'cross'"
    >, {{ trestled ? 'its top' : 'lashed' }} <NumberPart at="/lashed_m" /> up</template
  ><template v-if="build.barred">, its {{ trestled ? 'ledger' : 'bar' }} at <NumberPart at="/bar_m" /></template
  ><template v-if="poles.build === 'rack'">, its shears <NumberPart at="/long_m" /> apart</template
  ><template v-if="topped">, its trestles <NumberPart at="/long_m" /> apart</template
  ><template v-if="poles.build === 'longer'">, overlapping by <NumberPart at="/long_m" /></template>, in
  <CordPart :cord="poles.cord" at="/cord" label="Cord" @take="rig.say({ cord: $event })" />,<template v-if="build.legged">
    feet <NumberPart at="/out_m" /> out on
    <ChoicePart :value="poles.ground" label="What it stands on" :of="stock.grounds" @take="say({ ground: $event })" /><template
      v-if="build.lined"
      >,
      <ChoicePart
        :value="poles.spread_line ? 'line' : 'no'"
        label="A line from foot to foot"
        :of="lines"
        @take="say({ spread_line: $event === 'line' })" />
      between them</template
    >,</template
  >
  to bear <NumberPart at="/mass_kg" /> of
  <ChoicePart :value="poles.bears" label="What it bears" :of="stock.bears" @take="say({ bears: $event as never })" /><template
    v-if="lashings.length > 1"
    >, with a
    <ChoicePart
      :value="poles.lashing ?? lashings[0]?.id ?? ''"
      label="Lashing"
      :of="lashings"
      @take="say({ lashing: $event, turns: null, frapping: null })" /></template
  >.
</template>
