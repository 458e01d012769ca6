<script setup lang="ts">
// What is built of poles, as a sentence; only what counts for it is said.
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
/** Another thing is built with its own lashing, as it is usually tied. */
const take = (id: string) => say({ build: id as never, lashing: null, turns: null, frapping: null })
const lines = [
  { id: 'no', name: 'no line' },
  { id: 'line', name: 'a line' },
]
</script>

<template>
  {{ poles.build === 'a-frame' ? 'An' : 'A' }} <ChoicePart :value="poles.build" label="What is built" :of="stock.builds" @take="take" />,
  its poles <NumberPart at="/pole_mm" /> thick and <NumberPart at="/pole_m" /> long<template v-if="build.legged || poles.build === 'cross'"
    >, {{ poles.build === 'trestle' ? 'its top' : 'lashed' }} <NumberPart at="/lashed_m" /> up</template
  ><template v-if="build.barred">, its {{ poles.build === 'trestle' ? 'ledger' : 'bar' }} at <NumberPart at="/bar_m" /></template
  ><template v-if="poles.build === 'rack'">, its shears <NumberPart at="/long_m" /> apart</template
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
