<script setup lang="ts">
// What is kept and what could still move; the smallest change; what the schools of rules say.
import { computed, ref } from 'vue'
import HoldCord from './HoldCord.vue'
import { useLoad } from './load'

const { load, stock, facts, rig } = useLoad()
/** A row for each movement any thing of the load could make. */
const rows = computed(() => {
  const holds = facts.value?.holds ?? []
  const of = (movement: string) => load.value.items.map((_, i) => holds.find((h) => h.item === i && h.movement === movement))
  return stock.value.movements
    .map(({ id, name }) => ({ movement: id, says: name, cells: of(id), asked: holds.find((h) => h.movement === id)?.asked_g }))
    .filter((r) => r.asked !== undefined)
})
const shown = ref<string>()
const school = computed(() => facts.value?.verdicts.find((v) => v.id === (shown.value ?? facts.value?.school)))
</script>

<template>
  <section v-if="facts" class="load-side">
    <h2>What is kept</h2>
    <p class="sub">1 g is its own weight. Lower ends of estimates.</p>
    <div v-if="rows.length" class="load-holds" tabindex="0" role="region" aria-label="What is kept">
      <table>
        <thead>
          <tr>
            <td></td>
            <th v-for="(item, i) in load.items" :key="i" scope="col">{{ item.name }}</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="r in rows" :key="r.movement">
            <th scope="row">
              {{ r.says }}<small>asked {{ r.asked }} g</small>
            </th>
            <td v-for="(h, i) in r.cells" :key="i"><HoldCord v-if="h" :hold="h" /></td>
          </tr>
        </tbody>
      </table>
    </div>
    <template v-if="facts.remedies.length">
      <h2>Smallest change</h2>
      <ul class="make-so">
        <li v-for="r in facts.remedies" :key="r.says">
          <BButton class="btn-tab" @click="rig.say(r.draft as never)">{{ r.says }}</BButton>
          <span class="sub">{{ r.then }}</span>
        </li>
      </ul>
    </template>
    <p v-else-if="facts.no_remedy" class="sub">{{ facts.no_remedy }}</p>
    <h2>Two schools</h2>
    <p class="sub">Neither replaces the law where one is.</p>
    <div class="load-schools" role="group" aria-label="Schools of rules">
      <BButton
        v-for="v in facts.verdicts"
        :key="v.id"
        class="btn-tab"
        :pressed="v.id === school?.id"
        :aria-pressed="v.id === school?.id"
        @click="shown = v.id"
        ><b class="v" :class="v.met ? 'ok' : 'no'">{{ v.met ? 'Met' : 'Not met' }}</b> {{ v.name }}</BButton
      >
    </div>
    <ul v-if="school">
      <li v-for="s in school.says" :key="s">{{ s }}</li>
      <li class="sub">{{ school.sections }}</li>
    </ul>
  </section>
</template>
