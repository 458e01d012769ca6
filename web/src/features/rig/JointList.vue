<script setup lang="ts">
// Every joint with its knot, its reason, and what else fits.
import { computed } from 'vue'
import type { Schemas } from '../../api/client'
import KnotFigure from '../../rope/KnotFigure.vue'
import { byItself } from '../../app/told'
import { useRig } from './rig'

type Joint = Schemas['RigJoint']
defineProps<{ joints: Joint[] }>()
const rig = useRig()
const taken = computed(() => (rig.draft?.knots ?? {}) as Record<string, string>)
/** What the joint is tied to, as the knot was laid out: its shape and usual surface. */
const on = (j: Joint) =>
  j.situation.shape ? { shape: j.situation.shape, surface: j.situation.surface ?? '', sized: false, size_mm: 0, cord_mm: 4 } : undefined
function take(joint: string, knot: string) {
  const rest = Object.fromEntries(Object.entries(taken.value).filter(([j]) => j !== joint))
  byItself(rig.say({ knots: knot ? { ...rest, [joint]: knot } : rest }))
}
</script>

<template>
  <section aria-label="Knots">
    <div v-for="j in joints" :key="j.id" class="rig-joint">
      <RouterLink v-if="j.knot" :to="`/knots/${j.knot}`" :aria-label="`Tie ${j.knot_name}`"
        ><KnotFigure :knot="j.knot" :on="on(j)" :drawn-up="1"
      /></RouterLink>
      <div>
        <h3>
          {{ j.name }}<template v-if="j.times > 1">, {{ j.times }} times</template>
        </h3>
        <select
          class="part"
          :value="j.knot"
          :aria-label="`Knot: ${j.name}`"
          @change="take(j.id, ($event.target as HTMLSelectElement).value)">
          <option :value="j.knot">{{ j.knot_name }}</option>
          <option v-for="[id, name] in j.others as [string, string][]" :key="id" :value="id">{{ name }}</option>
        </select>
        <p class="sub">
          {{ j.because }} <BButton v-if="taken[j.id]" variant="link" class="p-0" @click="take(j.id, '')">Back to the first answer</BButton>
        </p>
      </div>
    </div>
  </section>
</template>
