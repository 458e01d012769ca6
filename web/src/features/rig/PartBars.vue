<script setup lang="ts">
// What gives first: each part's band on one scale, the gust's pull across it.
import { computed } from 'vue'
import type { Schemas } from '../../api/client'
import type { Shelter } from './shelter'

const props = defineProps<{ plan: Schemas['ShelterPlan']; gives: Shelter['gives'] }>()
const emit = defineEmits<{ say: [change: Partial<Shelter>] }>()

const most = computed(() => Math.max(...props.plan.parts.filter((p) => p.gives).map((p) => p.bears_n.high), 1))
/** Square root, so that hitch and cord both show. */
const at = (n: number) => Math.min(Math.sqrt(n / most.value), 1) * 100
const parts = computed(() => props.plan.parts.filter((p) => p.gives))
const rest = computed(() => props.plan.parts.filter((p) => !p.gives))
const first = computed(() => props.plan.parts[0])
const chosen = computed(() => first.value?.gives === props.gives)
const names: [Shelter['gives'], string][] = [['hitch', 'the guy hitch'], ['peg', 'the peg'], ['tie-point', 'the tie point'], ['guy', 'the guy’s cord']]
const hardest = computed(() => props.plan.parts.find((p) => p.gives === 'guy')?.words[1])
</script>

<template>
  <section aria-label="What gives first">
    <h2>{{ first?.what ? first.what[0]!.toUpperCase() + first.what.slice(1) : 'Nothing' }} first</h2>
    <p class="sub">{{ first?.says }}</p>
    <ul class="bars">
      <li v-for="(p, i) in parts" :key="p.what" :class="{ weld: i === 0 && first?.gives === p.gives }">
        <span><b>{{ p.what }}</b> <i>{{ p.words[0] }}, est.</i></span>
        <span class="bar-line" aria-hidden="true">
          <i class="bar-pull" :style="{ left: `${at(p.pull_n.low)}%`, width: `${at(p.pull_n.high) - at(p.pull_n.low)}%` }" />
          <i class="bar-bears" :style="{ left: `${at(p.bears_n.low)}%`, width: `${Math.max(at(p.bears_n.high) - at(p.bears_n.low), 1.5)}%` }" />
        </span>
        <span class="visually-hidden">{{ p.says }}</span>
      </li>
    </ul>
    <p class="bar-key"><i class="bar-pull" /> {{ hardest }} on the hardest guy in the gust, est.</p>
    <ul class="sub"><li v-for="p in rest" :key="p.what">{{ p.says }}</li></ul>
    <label class="bar-choose">Let <select class="part" :value="gives" aria-label="What is to give first" @change="emit('say', { gives: ($event.target as HTMLSelectElement).value as Shelter['gives'] })"><option v-for="[v, t] in names" :key="v" :value="v">{{ t }}</option></select> give first<template v-if="chosen">: so it does.</template><template v-else>.</template></label>
    <ul v-if="!chosen && plan.make_so.length" class="make-so"><li v-for="m in plan.make_so" :key="m.hitch + m.cord"><BButton class="btn-tab" @click="emit('say', { knots: { 'guy-peg': m.hitch }, guy_cord: { kind: m.cord, wet: false, worn: false, raw_end: false } })">Make it so: {{ m.says }}</BButton></li></ul>
    <p v-else-if="!chosen" class="sub">No hitch and cord known here make it so in this wind.</p>
  </section>
</template>
