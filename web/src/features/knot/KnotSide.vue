<script setup lang="ts">
// Beside the drawing: what goes wrong, the cord it takes, how it lets go, where practitioners differ.
import { computed, ref, watch } from 'vue'
import { useCatalogue } from '../../api/catalogue'
import { api, got, type KnotAnswer, type KnotWords, type Schemas } from '../../api/client'
import { useHabits } from '../../app/habits'
import KnotFigure from '../../rope/KnotFigure.vue'
import CordBar from '../../ui/CordBar.vue'
import { useObject } from './object'

const catalogue = useCatalogue()
const props = defineProps<{ knot: KnotWords; answer?: KnotAnswer }>()
const object = useObject()
const habits = useHabits()
const reckoned = ref<Schemas['CordTaken']>()
/** At the joint with its mends; on anything else as the object's sizes say. */
const cord = computed(() => {
  const facts = object.asJoint ? props.answer?.facts : undefined
  return facts ? { words: facts.cord_words, items: facts.cord, on: 'at this joint' } : reckoned.value
})
watch(
  [() => props.knot.id, () => object.on, () => habits.changes],
  async () => {
    const query = { size_mm: object.on.size_mm, cord_mm: object.on.cord_mm }
    reckoned.value = await got(api.GET('/api/knots/{id}/cord', { params: { path: { id: props.knot.id }, query } })).catch(() => undefined)
  },
  { immediate: true },
)
const percent = (x: number) => `${Math.round(x * 100)}`
</script>

<template>
  <aside class="tie-side" aria-label="About this knot">
    <h2>If it looks wrong</h2>
    <ul class="mistakes">
      <li v-for="m in knot.mistakes" :key="m.done">
        <span>{{ m.done }}</span>
        <b class="v no"
          ><svg width="20" height="20" viewBox="0 0 24 24" aria-hidden="true">
            <path d="M5 5l14 14M19 5L5 19" stroke="currentColor" stroke-width="5" fill="none" /></svg
          >{{ m.makes }}</b
        >
        <span class="sub">{{ m.so }}</span>
      </li>
    </ul>
    <p v-if="!knot.never"><BButton class="btn-tab" :to="`/knots/${knot.id}/wrong`">Right and wrong, drawn</BButton></p>
    <h2>Look for</h2>
    <ul class="looks told">
      <li v-for="t in knot.telltales" :key="t">{{ t }}</li>
    </ul>
    <template v-if="cord">
      <h2>Takes {{ cord.words }} of cord</h2>
      <CordBar :items="cord.items" />
      <p class="sub">Reckoned {{ cord.on }}. An estimate: up to a fifth more or less.</p>
      <p v-if="knot.in_hand" class="sub">{{ knot.in_hand }}</p>
    </template>
    <h2>Lets go</h2>
    <p>{{ knot.lets_go }}</p>
    <p>Leaves {{ knot.leaves }}.</p>
    <dl class="release">
      <dt>Object gone, ends pulled</dt>
      <dd>
        <b class="v" :class="knot.release.clear ? 'ok' : 'mid'">{{ knot.release.ends }}</b>{{ ' ' }}
        <span class="sub">{{ knot.release.because }}</span>
        <span v-if="knot.release.stays.length" class="stays"
          ><RouterLink v-for="(s, i) in knot.release.stays" :key="i" :to="`/knots/${s}`"
            ><KnotFigure :knot="s" :drawn-up="1" /><span>{{ catalogue.named(s) }}</span></RouterLink
          ></span
        >
      </dd>
      <dt>Object kept, tail pulled</dt>
      <dd>{{ knot.release.tail }}</dd>
      <template v-if="knot.release.drawn"
        ><dt>Tail drawn back</dt>
        <dd>{{ knot.release.drawn }}</dd></template
      >
    </dl>
    <p class="sub">This is what the path allows; friction may hold what it lets go.</p>
    <h2>Keeps</h2>
    <p>{{ percent(knot.strength_kept.low) }} to {{ percent(knot.strength_kept.high) }} % of the cord’s strength, est.</p>
    <template v-for="s in knot.schools" :key="s.matter">
      <h2>{{ s.matter }}</h2>
      <ul class="looks">
        <li v-for="w in s.ways" :key="w">{{ w }}</li>
      </ul>
    </template>
    <template v-if="knot.also.length"
      ><h2>Also called</h2>
      <p>{{ knot.also.join(', ') }}</p></template
    >
    <template v-if="knot.builds_on.length">
      <h2>Builds on</h2>
      <p>
        <template v-for="(b, i) in knot.builds_on" :key="b"
          ><template v-if="i">, </template><RouterLink :to="`/knots/${b}`">{{ catalogue.named(b) }}</RouterLink></template
        >
      </p>
    </template>
    <h2>Take it along</h2>
    <ul class="files">
      <li><a :href="`/api/knots/${knot.id}/sheet.svg`" :download="`${knot.id}.svg`">Every move, SVG</a></li>
      <li><a :href="`/api/knots/${knot.id}/model.obj`" :download="`${knot.id}.obj`">Tube, OBJ</a></li>
      <li><a :href="`/api/knots/${knot.id}/notation.txt`" :download="`${knot.id}.txt`">Its path, notation</a></li>
      <li><a :href="`/api/knots/${knot.id}/code.txt`" :download="`${knot.id}-code.txt`">Planar-diagram code</a></li>
    </ul>
    <h2>How it was confirmed</h2>
    <p class="sub">{{ knot.confirmed }}</p>
  </aside>
</template>
