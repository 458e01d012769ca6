<script setup lang="ts">
// Beside the drawing: what goes wrong, the cord it takes, how it lets go, where practitioners differ.
import type { KnotAnswer, KnotWords } from '../../api/client'
import CordBar from '../../ui/CordBar.vue'

defineProps<{ knot: KnotWords; answer?: KnotAnswer }>()
const percent = (x: number) => `${Math.round(x * 100)}`
</script>

<template>
  <aside class="tie-side" aria-label="About this knot">
    <h2>If it looks wrong</h2>
    <ul class="mistakes">
      <li v-for="m in knot.mistakes" :key="m.done">
        <span>{{ m.done }}</span>
        <b class="v no"><svg width="20" height="20" viewBox="0 0 24 24" aria-hidden="true"><path d="M5 5l14 14M19 5L5 19" stroke="currentColor" stroke-width="5" fill="none" /></svg>{{ m.makes }}</b>
        <span class="sub">{{ m.so }}</span>
      </li>
    </ul>
    <h2>Look for</h2>
    <ul class="looks told"><li v-for="t in knot.telltales" :key="t">{{ t }}</li></ul>
    <template v-if="answer">
      <h2>Takes {{ answer.facts.cord_words }} of cord</h2>
      <CordBar :items="answer.facts.cord" />
      <p class="sub">About a tenth more or less.</p>
    </template>
    <h2>Lets go</h2>
    <p>{{ knot.lets_go }}</p>
    <p>Leaves {{ knot.leaves }}. <span class="sub">{{ knot.leaves_because }}</span></p>
    <h2>Keeps</h2>
    <p>{{ percent(knot.strength_kept.low) }} to {{ percent(knot.strength_kept.high) }} % of the cord’s strength, est.</p>
    <template v-for="s in knot.schools" :key="s.matter">
      <h2>{{ s.matter }}</h2>
      <ul class="looks"><li v-for="w in s.ways" :key="w">{{ w }}</li></ul>
    </template>
    <template v-if="knot.also.length"><h2>Also called</h2><p>{{ knot.also.join(', ') }}</p></template>
    <template v-if="knot.builds_on.length">
      <h2>Builds on</h2>
      <p><template v-for="(b, i) in knot.builds_on" :key="b"><template v-if="i">, </template><RouterLink :to="`/knots/${b}`">{{ b.replaceAll('-', ' ') }}</RouterLink></template></p>
    </template>
    <h2>How it was confirmed</h2>
    <p class="sub">{{ knot.confirmed }}</p>
  </aside>
</template>
