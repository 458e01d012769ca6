<script setup lang="ts">
// What is on the deck, which lines hold it, and the deck with its rings: typed.
import NumberPart from '../NumberPart.vue'
import { useLoad } from './load'

const { rig, load, stock, item, pass } = useLoad()
const value = (e: Event) => (e.target as HTMLInputElement).value
const checked = (e: Event) => (e.target as HTMLInputElement).checked
const ring = (n: number, k: 0 | 1, to: number) => {
  const rings = [...(load.value.passes[n]?.rings ?? [0, 1])] as [number, number]
  rings[k] = to
  pass(n, { rings })
}
</script>

<template>
  <div class="load-site">
    <h2>On it</h2>
    <p v-if="!load.items.length">Nothing on it yet. Put the first thing on it.</p>
    <ol class="load-things">
      <li v-for="(it, i) in load.items" :key="i">
        <p class="load-head">
          <input
            class="form-control"
            :value="it.name"
            maxlength="40"
            :aria-label="`Name of thing ${i + 1}`"
            @change="item(i, { name: value($event) })" />
          <select
            class="form-select"
            :value="it.shape"
            :aria-label="`${it.name}: what it is`"
            @change="item(i, { shape: value($event) as never })">
            <option v-for="s in stock.shapes" :key="s.id" :value="s.id">{{ s.name }}</option>
          </select>
          <select class="form-select" :value="it.on" :aria-label="`${it.name}: what it stands on`" @change="item(i, { on: value($event) })">
            <option v-for="c in stock.contacts" :key="c.id" :value="c.id">{{ c.name }}</option>
          </select>
        </p>
        <p class="load-numbers">
          <label>length <NumberPart :at="`/items/${i}/size_m/0`" plain /></label>
          <label>width <NumberPart :at="`/items/${i}/size_m/1`" plain /></label>
          <label>height <NumberPart :at="`/items/${i}/size_m/2`" plain /></label>
          <label>mass <NumberPart :at="`/items/${i}/mass_kg`" plain /></label>
          <label>behind the front <NumberPart :at="`/items/${i}/at_m/0`" plain /></label>
          <label>right of the middle <NumberPart :at="`/items/${i}/at_m/1`" plain /></label>
        </p>
        <p class="load-ticks">
          <label><input type="checkbox" :checked="it.sharp" @change="item(i, { sharp: checked($event) })" /> sharp edges</label>
          <label v-if="it.shape === 'lying'"
            ><input type="checkbox" :checked="it.chocked" @change="item(i, { chocked: checked($event) })" /> chocked</label
          >
          <label
            ><input
              type="checkbox"
              :checked="it.crush_n !== null && it.crush_n !== undefined"
              @change="item(i, { crush_n: checked($event) ? 300 : null })" />
            can be crushed</label
          >
          <label v-if="it.crush_n !== null && it.crush_n !== undefined"
            >bears from above <NumberPart :at="`/items/${i}/crush_n`" plain
          /></label>
          <BButton class="btn-tab" @click="rig.more('/passes', i)">A line over it</BButton>
          <BButton class="btn-bare" variant="link" @click="rig.less('/items', i)">Take {{ it.name }} off</BButton>
        </p>
      </li>
    </ol>
    <p><BButton class="btn-tab" @click="rig.more('/items')">Put another thing on it</BButton></p>
    <h2>Lines</h2>
    <p v-if="!load.passes.length">No line yet: nothing but its weight holds the load.</p>
    <ol class="load-lines">
      <li v-for="(p, n) in load.passes" :key="n">
        <span class="load-number">{{ n + 1 }}</span>
        <select
          class="form-select"
          :value="p.kind"
          :aria-label="`Line ${n + 1}: how it goes`"
          @change="pass(n, { kind: value($event) as never })">
          <option v-for="k in stock.passes" :key="k.id" :value="k.id">{{ k.name }}</option>
        </select>
        <select
          class="form-select"
          :value="p.item"
          :aria-label="`Line ${n + 1}: which thing`"
          @change="pass(n, { item: Number(value($event)) })">
          <option v-for="(it, i) in load.items" :key="i" :value="i">{{ it.name }}</option>
        </select>
        <label v-for="k in [0, 1] as const" :key="k"
          >{{ k ? 'to ring' : 'from ring' }}
          <select class="form-select" :value="p.rings[k]" @change="ring(n, k, Number(value($event)))">
            <option v-for="(_, r) in load.deck.rings" :key="r" :value="r">{{ r + 1 }}</option>
          </select></label
        >
        <label><input type="checkbox" :checked="p.padded" @change="pass(n, { padded: checked($event) })" /> padded</label>
        <BButton class="btn-bare" variant="link" @click="rig.less('/passes', n)">Take line {{ n + 1 }} off</BButton>
      </li>
    </ol>
    <details>
      <summary>The deck and its rings</summary>
      <p class="load-numbers">
        <label>length <NumberPart at="/deck/length_m" plain /></label>
        <label>width <NumberPart at="/deck/width_m" plain /></label>
        <label>board across the front <NumberPart at="/deck/board_m" plain /></label>
        <label>may carry <NumberPart at="/deck/bears_kg" plain /></label>
      </p>
      <ol class="load-rings">
        <li v-for="(_, r) in load.deck.rings" :key="r" class="load-numbers">
          <b>{{ r + 1 }}</b>
          <label>behind the front <NumberPart :at="`/deck/rings/${r}/at_m/0`" plain /></label>
          <label>right of the middle <NumberPart :at="`/deck/rings/${r}/at_m/1`" plain /></label>
          <label>bears <NumberPart :at="`/deck/rings/${r}/bears_n`" plain /></label>
          <BButton v-if="load.deck.rings.length > 2" class="btn-bare" variant="link" @click="rig.less('/deck/rings', r)"
            >Take ring {{ r + 1 }} off</BButton
          >
        </li>
      </ol>
      <p><BButton class="btn-tab" @click="rig.more('/deck/rings')">Another ring</BButton></p>
    </details>
  </div>
</template>
