<script setup lang="ts">
// Where the lines hold the bar, and what hangs on it.
import { computed } from 'vue'
import type { Schemas } from '../../../api/client'
import { byItself } from '../../../app/told'
import NumberPart from '../NumberPart.vue'
import { useRig } from '../rig'

const rig = useRig()
const hang = computed(() => rig.draft as unknown as Schemas['HangDraft'])
const say = (change: Partial<Schemas['HangDraft']>) => byItself(rig.say(change as never))
const value = (e: Event) => (e.target as HTMLInputElement).value

const rename = (i: number, name: string) => say({ things: hang.value.things.map((t, n) => (n === i ? { ...t, name } : t)) })
</script>

<template>
  <div class="load-site">
    <h2>Lines</h2>
    <p class="load-numbers">
      <label v-for="(_, i) in hang.lines_m" :key="i">line {{ i + 1 }} at <NumberPart :at="`/lines_m/${i}`" plain /></label>
      <BButton class="btn-tab" :disabled="hang.lines_m.length >= 12" @click="rig.more('/lines_m')">One more, spread evenly</BButton>
      <BButton class="btn-tab" :disabled="hang.lines_m.length <= 2" @click="rig.less('/lines_m', 0)">One less, spread evenly</BButton>
    </p>
    <h2>On it</h2>
    <p v-if="!hang.things.length">Nothing but its own weight. Put the first thing on it.</p>
    <ol class="load-things">
      <li v-for="(t, i) in hang.things" :key="i" class="load-numbers">
        <input
          class="form-control thing-name"
          :value="t.name"
          maxlength="40"
          :aria-label="`Name of thing ${i + 1}`"
          @change="rename(i, value($event))" />
        <label>mass <NumberPart :at="`/things/${i}/mass_kg`" plain /></label>
        <label>from <NumberPart :at="`/things/${i}/along_m/0`" plain /></label>
        <label>to <NumberPart :at="`/things/${i}/along_m/1`" plain /></label>
        <label>tied on by <NumberPart :at="`/things/${i}/ties`" plain /> ties</label>
        <BButton class="btn-bare" variant="link" @click="rig.less('/things', i)">Take {{ t.name }} off</BButton>
      </li>
    </ol>
    <p><BButton class="btn-tab" @click="rig.more('/things')">Put another thing on it</BButton></p>
  </div>
</template>
