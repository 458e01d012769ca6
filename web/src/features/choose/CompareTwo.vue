<script setup lang="ts">
// Two answers side by side, each number where the other's is.
import { computed, onMounted, ref } from 'vue'
import type { Drawn, KnotAnswer } from '../../api/client'
import KnotFigure from '../../rope/KnotFigure.vue'
import VerdictMark from '../../ui/VerdictMark.vue'

const props = defineProps<{ pair: KnotAnswer[]; drawn: Drawn }>()
defineEmits<{ close: [] }>()
const head = ref<HTMLElement>()
onMounted(() => {
  head.value?.focus({ preventScroll: true })
  head.value?.scrollIntoView({ block: 'center' })
})

const untie: Record<string, string> = {
  easy: 'by hand, after any load',
  fair: 'by hand, with work',
  jams: 'jams under load',
  cut: 'has to be cut',
}
const rows = computed(() => {
  const of = (says: string, value: (k: KnotAnswer) => string) => ({ says, values: props.pair.map(value) })
  const all = [
    of('What it does here', (k) => k.lead.says),
    of('Mended by', (k) => k.mended?.says ?? 'nothing'),
    of('Grip needed', (k) => (k.facts.grip_needed == null ? 'none' : `${k.facts.grip_needed.toFixed(2)}, est.`)),
    of('Strength left', (k) => `${k.facts.strength_words}, est.`),
    of('Cord', (k) => [k.facts.cord_words, k.facts.tail_words && `tail ${k.facts.tail_words}`].filter(Boolean).join(', ')),
    of('Moves', (k) => String(k.facts.moves)),
    of('Lets go', (k) => (k.facts.one_pull ? 'by one pull' : (untie[k.facts.untie] ?? ''))),
    of('Leaves', (k) => k.facts.leaves),
    of('Gives first', (k) => k.asked.find((q) => q.asks.includes('gives first'))?.says ?? ''),
    of('Look for', (k) => k.look_for),
  ]
  // What differs stands first; what is alike behind it.
  const alike = (r: { values: string[] }) => r.values[0] === r.values[1]
  return [...all.filter((r) => !alike(r)), ...all.filter(alike)]
})
</script>

<template>
  <section class="compare" aria-label="Two compared">
    <div class="ground-head">
      <h2 ref="head" tabindex="-1">{{ pair[0]?.name }} or {{ pair[1]?.name }}</h2>
      <BButton class="btn-tab" @click="$emit('close')">Close</BButton>
    </div>
    <div class="compare-scroll">
      <table>
        <thead>
          <tr>
            <td></td>
            <th v-for="k in pair" :key="k.id" scope="col">
              <KnotFigure class="compare-draw" :knot="k.id" :drawn-up="1" :on="drawn" :answer="k" />{{ k.name }}<br /><VerdictMark
                :answer="k" />
            </th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="r in rows" :key="r.says" :class="{ alike: r.values[0] === r.values[1] }">
            <th scope="row">{{ r.says }}</th>
            <td v-for="(v, i) in r.values" :key="i">{{ v }}</td>
          </tr>
        </tbody>
      </table>
    </div>
  </section>
</template>
