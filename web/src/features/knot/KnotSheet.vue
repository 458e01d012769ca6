<script setup lang="ts">
// A sheet for the pocket: every move, what to look for, one page.
import { computed, watch } from 'vue'
import { useRoute } from 'vue-router'
import IconPrint from '~icons/lucide/printer'
import { useAsked } from '../../api/asked'
import { api, got } from '../../api/client'
import { useHabits } from '../../app/habits'
import NotCome from '../../ui/NotCome.vue'
import KnotFigure from '../../rope/KnotFigure.vue'
import { useObject } from './object'

const route = useRoute()
const object = useObject()
const id = computed(() => String(route.params.id))
const habits = useHabits()
const mirrored = computed(() => habits.settings.hand === 'left' || undefined)
const {
  answer: knot,
  trouble,
  again,
} = useAsked(() => got(api.GET('/api/knots/{id}', { params: { path: { id: id.value }, query: { mirrored: mirrored.value } } })))
watch(mirrored, again)
const print = () => window.print()
</script>

<template>
  <NotCome what="The sheet" :trouble="trouble" @again="again" />
  <section v-if="knot" class="sheet cloth">
    <div class="sheet-do">
      <BButton class="btn-tar" @click="print"><IconPrint class="i" /> Print</BButton>
      <BButton class="btn-tab" :to="`/knots/${knot.id}`">Back to the knot</BButton>
    </div>
    <h1>{{ knot.name }}</h1>
    <p class="sub">{{ knot.about }}</p>
    <p><b>Remember it by:</b> {{ knot.cue }}</p>
    <ol class="sheet-moves">
      <li v-for="(s, i) in knot.steps" :key="s.short">
        <KnotFigure :knot="knot.id" :step="i + 1" :on="object.on" />
        <p>
          <b>{{ i + 1 }}</b> {{ s.say }}
        </p>
      </li>
      <li>
        <KnotFigure :knot="knot.id" :on="object.on" :drawn-up="1" />
        <p><b>Tied</b></p>
      </li>
    </ol>
    <div class="sheet-foot">
      <div>
        <h2>Look for</h2>
        <ul>
          <li v-for="t in knot.telltales" :key="t">{{ t }}</li>
        </ul>
      </div>
      <div>
        <h2>Wrong if</h2>
        <ul>
          <li v-for="m in knot.mistakes" :key="m.done">{{ m.done }}: {{ m.makes.toLowerCase() }}</li>
        </ul>
      </div>
      <div>
        <h2>Lets go</h2>
        <p>{{ knot.lets_go }}</p>
        <p v-for="c in knot.cautions" :key="c.say">
          <b>{{ c.say }}</b>
        </p>
      </div>
    </div>
    <p class="sub small">
      Not for climbing, rescue, or holding or lifting people. Numbers are estimates; the maker’s rating and local codes decide.
    </p>
  </section>
</template>
