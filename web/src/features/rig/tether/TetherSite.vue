<script setup lang="ts">
// What stands near, that a line could be wound round.
import { computed } from 'vue'
import type { Schemas } from '../../../api/client'
import { byItself } from '../../../app/told'
import NumberPart from '../NumberPart.vue'
import { useRig } from '../rig'

const rig = useRig()
const tether = computed(() => rig.draft as unknown as Schemas['TetherDraft'])
const near = computed(() => tether.value.around ?? [])
const say = (around: Schemas['NearThing'][]) => byItself(rig.say({ around } as never))
const value = (e: Event) => (e.target as HTMLInputElement).value
const rename = (i: number, name: string) => say(near.value.map((t, n) => (n === i ? { ...t, name } : t)))
</script>

<template>
  <div v-if="tether.held !== 'led'" class="load-site">
    <h2>Near it</h2>
    <p v-if="!near.length">Nothing it could wind itself round. Put in what stands there.</p>
    <ol class="load-things">
      <li v-for="(t, i) in near" :key="i" class="load-numbers">
        <input
          class="form-control thing-name"
          :value="t.name"
          maxlength="40"
          :aria-label="`Name of thing ${i + 1}`"
          @change="rename(i, value($event))" />
        <label>off <NumberPart :at="`/around/${i}/at_m`" plain /></label>
        <label>thick <NumberPart :at="`/around/${i}/thick_mm`" plain /></label>
        <BButton class="btn-bare" variant="link" @click="rig.less('/around', i)">Take {{ t.name }} off</BButton>
      </li>
    </ol>
    <p><BButton class="btn-tab" :disabled="near.length >= 8" @click="rig.more('/around')">Put something near it</BButton></p>
  </div>
</template>
