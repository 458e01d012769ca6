<script setup lang="ts">
// The numbers of the lashing shown: turns, frapping, what one more takes; its cord by geometry over the trade's rule; what it holds.
import { computed } from 'vue'
import { byItself } from '../../../app/told'
import { usePoles } from './poles'

const { rig, facts, here } = usePoles()
/** Only the lashing it stands or falls by has numbers of its own; the others are tied as usual. */
const own = computed(() => here.value?.id === 'top')
const longest = computed(() => Math.max(here.value?.total_m ?? 1, here.value?.rule_m ?? 1))
const wide = (m: number) => `width: ${((m / longest.value) * 100).toFixed(1)}%`
const set = (what: 'turns' | 'frapping', n: number) => byItself(rig.say({ [what]: n }))
</script>

<template>
  <section v-if="facts && here" class="load-side">
    <h2>The numbers</h2>
    <p class="sub">{{ here.name }}, {{ here.place.toLowerCase() }}{{ here.times > 1 ? `, ${here.times} of them` : '' }}.</p>
    <div class="lash-counts">
      <div class="lash-count">
        <span
          ><b>Turns</b><span class="sub">one more takes {{ here.turn_takes }}</span></span
        >
        <BButton
          class="btn-tab"
          :disabled="!own || here.counts.turns <= 2"
          aria-label="One turn less"
          @click="set('turns', here.counts.turns - 1)"
          >−</BButton
        >
        <output aria-label="Turns">{{ here.counts.turns }}</output>
        <BButton
          class="btn-tab"
          :disabled="!own || here.counts.turns >= 12"
          aria-label="One turn more"
          @click="set('turns', here.counts.turns + 1)"
          >+</BButton
        >
      </div>
      <div v-if="here.frapped" class="lash-count">
        <span
          ><b>Frapping turns</b><span class="sub">one more takes {{ here.frapping_takes }}; the first does most</span></span
        >
        <BButton
          class="btn-tab"
          :disabled="!own || here.counts.frapping <= 1"
          aria-label="One frapping turn less"
          @click="set('frapping', here.counts.frapping - 1)"
          >−</BButton
        >
        <output aria-label="Frapping turns">{{ here.counts.frapping }}</output>
        <BButton
          class="btn-tab"
          :disabled="!own || here.counts.frapping >= 6"
          aria-label="One frapping turn more"
          @click="set('frapping', here.counts.frapping + 1)"
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
