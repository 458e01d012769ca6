<script setup lang="ts">
// The numbers of the lashing shown: turns, frapping, what one more takes; its cord by geometry over the trade's rule; what it holds.
import { computed } from 'vue'
import { byItself } from '../../../app/told'
import { usePoles } from './poles'

const { rig, facts, here, stock } = usePoles()
/** Only the lashing it stands or falls by has numbers of its own; the others are tied as usual. */
const own = computed(() => here.value?.id === 'top')
const longest = computed(() => Math.max(here.value?.total_m ?? 1, here.value?.rule_m ?? 1))
const wide = (m: number) => `width: ${((m / longest.value) * 100).toFixed(1)}%`
const rows = computed(() => {
  const l = here.value
  if (!l) return []
  const turns = {
    what: 'turns' as const,
    says: 'Turns',
    one: 'turn',
    n: l.counts.turns,
    between: stock.value.turns,
    takes: `one more takes ${l.turn_takes}`,
  }
  const frapping = {
    what: 'frapping' as const,
    says: 'Frapping turns',
    one: 'frapping turn',
    n: l.counts.frapping,
    between: stock.value.frapping,
    takes: `one more takes ${l.frapping_takes}; the first does most`,
  }
  return l.frapped ? [turns, frapping] : [turns]
})
const set = (what: 'turns' | 'frapping', n: number) => byItself(rig.say({ [what]: n }))
</script>

<template>
  <section v-if="facts && here" class="load-side">
    <h2>The numbers</h2>
    <p class="sub">{{ here.name }}, {{ here.place.toLowerCase() }}{{ here.times > 1 ? `, ${here.times} of them` : '' }}.</p>
    <div class="lash-counts">
      <div v-for="r in rows" :key="r.what" class="lash-count">
        <span
          ><b>{{ r.says }}</b
          ><span class="sub">{{ r.takes }}</span></span
        >
        <BButton
          class="btn-tab"
          :disabled="!own || r.n <= (r.between[0] ?? 0)"
          :aria-label="`One ${r.one} less`"
          @click="set(r.what, r.n - 1)"
          >−</BButton
        >
        <output :aria-label="r.says">{{ r.n }}</output>
        <BButton
          class="btn-tab"
          :disabled="!own || r.n >= (r.between[1] ?? 0)"
          :aria-label="`One ${r.one} more`"
          @click="set(r.what, r.n + 1)"
          >+</BButton
        >
      </div>
    </div>
    <h2>Cord</h2>
    <div class="lash-cord">
      <b>By geometry</b><b>{{ here.total }}</b>
      <span class="of-bar" :style="wide(here.total_m)" />
      <span class="sub whole">{{ here.cord.map((i) => `${i.of} ${i.words}`).join(', ') }}</span>
      <b>By rule: 3 ft an inch of poles</b><b>{{ here.rule }}</b>
      <span class="of-bar by-rule" :style="wide(here.rule_m)" />
      <span class="sub whole">{{ here.differ }}</span>
    </div>
    <h2>Holds</h2>
    <p>{{ here.holds }}</p>
    <p v-if="facts.line">
      <BButton class="btn-tab" @click="rig.say({ spread_line: true })">Lay a line from foot to foot, {{ facts.line }}</BButton>
    </p>
  </section>
</template>
