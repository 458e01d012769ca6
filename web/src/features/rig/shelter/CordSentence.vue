<script setup lang="ts">
// Cord of ridge and guys, how the ridge is tightened, and what is to give first.
import { computed } from 'vue'
import type { Schemas } from '../../../api/client'
import ChoicePart from '../ChoicePart.vue'
import CordPart from '../CordPart.vue'
import NumberPart from '../NumberPart.vue'
import { byItself } from '../../../app/told'
import { useRig } from '../rig'

type Shelter = Schemas['ShelterDraft']
const rig = useRig()
const shelter = computed(() => rig.draft as unknown as Shelter)
const stock = computed(() => rig.start?.stock as unknown as Schemas['ShelterStock'])
const facts = computed(() => rig.view?.own as unknown as Schemas['ShelterFacts'] | null)
const first = computed(() => rig.plan?.parts[0]?.id === shelter.value.gives)
const value = (e: Event) => (e.target as HTMLInputElement).value
/** Only the hitch and the cord change: how wet it is stays; another cord is new and sound. */
function mend(m: Schemas['Remedy']) {
  const now = shelter.value.guy_cord
  const guy_cord = m.cord === now.kind ? now : { ...now, kind: m.cord, diameter_mm: null, worn: false }
  byItself(rig.say({ knots: { ...shelter.value.knots, 'guy-peg': m.hitch }, guy_cord }))
}
</script>

<template>
  <section class="rig-cord" aria-label="Cord and tightening">
    <label class="bar-choose"
      >Let <ChoicePart :value="shelter.gives" label="What is to give first" :of="stock.gives" @take="rig.say({ gives: $event })" /> give
      first<template v-if="first">: so it does.</template><template v-else>.</template></label
    >
    <ul v-if="facts?.remedies.length" class="make-so">
      <li v-for="m in facts.remedies" :key="m.hitch + m.cord">
        <BButton class="btn-tab" @click="mend(m)">Make it so: {{ m.says }}</BButton>
      </li>
    </ul>
    <p v-else-if="facts?.no_remedy" class="sub">{{ facts.no_remedy }}</p>
    <h2>Cord and tightening</h2>
    <p class="rig-cord-line">
      Ridge of <CordPart :cord="shelter.ridge_cord" at="/ridge_cord" label="Ridge cord" @take="rig.say({ ridge_cord: $event })" />
    </p>
    <p class="rig-cord-line">
      <select
        class="part"
        :value="shelter.line_over ? 'over' : 'under'"
        aria-label="Line over or under the cover"
        @change="rig.say({ line_over: value($event) === 'over' })">
        <option value="under">under the cover</option>
        <option value="over">over the cover</option>
      </select>
      <select
        class="part"
        :value="shelter.split ? 'split' : 'through'"
        aria-label="One line or two"
        @change="rig.say({ split: value($event) === 'split' })">
        <option value="through">in one run</option>
        <option value="split">split at the cover</option>
      </select>
    </p>
    <p class="rig-cord-line">
      tight <ChoicePart :value="shelter.tighten" label="How it is tightened" :of="stock.tightenings" @take="rig.say({ tighten: $event })" />
    </p>
    <p class="rig-cord-line">with a pull of <NumberPart at="/pull_n" /> and gear of <NumberPart at="/gear_n" /></p>
    <p class="rig-cord-line">
      Guys of <CordPart :cord="shelter.guy_cord" at="/guy_cord" label="Guy cord" @take="rig.say({ guy_cord: $event })" />
    </p>
    <h2>What your pull reaches</h2>
    <ul>
      <li v-for="r in facts?.reaches ?? []" :key="r.tighten" :class="{ taken: r.tighten === shelter.tighten }">{{ r.says }}</li>
    </ul>
  </section>
</template>
